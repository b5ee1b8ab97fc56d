<script lang="ts">
	import { onMount } from 'svelte';
	import type { FamilyProjection, ShownWish } from '$lib/core/visits/family-projection';
	import { whyNowhere } from '$lib/core/visits/why-not';
	import { m } from '$lib/paraglide/messages';
	import { listText, localDateText, momentText } from '../parts/format/when';
	import Welcome from '../look/Welcome.svelte';
	import { studentInk } from './ribbon-entry';
	import ThumbBar from './ThumbBar.svelte';
	import WantedTeacher from './WantedTeacher.svelte';

	/** Whom the family would like to see: its teachers by child, ticked already. */
	let {
		view,
		unticked = $bindable(),
		cameFor,
		reload,
		onnext,
	}: {
		view: FamilyProjection;
		unticked: readonly string[];
		/** The one desk that its link led to. */
		cameFor?: string | undefined;
		reload: () => Promise<void>;
		/** Missing while nothing can be booked. */
		onnext?: (() => void) | undefined;
	} = $props();

	/** So many that nobody needs to see are shown at once; more are folded. */
	const SHOWN_OPTIONAL = 3;

	const { closesAt, name, timeZone, words } = $derived(view.conference);
	const open = $derived(view.wishes.filter(({ placed }) => !placed));
	const against = $derived(new Map(open.map((wish) => [wish.id, whyNowhere(view, wish)])));
	const byStudent = $derived(
		view.students
			.map((student, index) => {
				const own = open.filter((wish) => wish.student === student.id);
				const isFirst = ({ desks }: ShownWish) => cameFor !== undefined && desks.includes(cameFor);
				const rest = own.filter((wish) => !isFirst(wish));
				return {
					student,
					ink: studentInk(index),
					// Whom a link led to comes first, then what a teacher asked for.
					wishes: [
						...own.filter(isFirst),
						...rest.filter(({ askedBy }) => askedBy === 'teacher'),
						...rest.filter(({ askedBy, optional }) => askedBy !== 'teacher' && !optional),
					],
					optional: rest.filter(({ askedBy, optional }) => askedBy !== 'teacher' && optional),
				};
			})
			.filter(({ wishes, optional }) => wishes.length + optional.length > 0),
	);
	const teachers = $derived(
		new Set(
			open
				.filter(({ id }) => !unticked.includes(id) && against.get(id) === null)
				.map(({ desks }) => desks[0]),
		),
	);

	/** Teachers who are left out as long as nobody says otherwise, beside the one that a link led to. */
	const others = $derived(
		cameFor === undefined
			? []
			: open.filter(
					({ id, optional, desks }) =>
						!optional && !desks.includes(cameFor) && unticked.includes(id),
				),
	);

	/** Before the page runs, pressing the button would do nothing. */
	let ready = $state(false);
	onMount(() => {
		ready = true;
	});

	function toggle(id: string) {
		unticked = unticked.includes(id) ? unticked.filter((other) => other !== id) : [...unticked, id];
	}
</script>

{#snippet teacher(wish: ShownWish)}
	<WantedTeacher
		{view}
		{wish}
		why={against.get(wish.id) ?? null}
		isTicked={!unticked.includes(wish.id)}
		{reload}
		ontoggle={() => toggle(wish.id)}
	/>
{/snippet}

{#if onnext}
	<h1 class="text-hour" tabindex="-1">{name}</h1>
	<p class="quiet mb-4">{listText(view.dates.map((date) => localDateText(date)))}</p>
	<Welcome />
	{#if words}<p class="as-typed mb-3">{words}</p>{/if}
	{#if closesAt !== null}
		<p class="quiet mb-6 text-small">
			{m.visit_closes({ moment: momentText(closesAt, timeZone) })}
		</p>
	{/if}
{/if}
<h2 class="mb-2 text-title">{m.whom_title()}</h2>
{#if others.length}
	<p class="mb-4">
		<button
			class="btn btn-outline"
			disabled={!ready}
			onclick={() => (unticked = unticked.filter((id) => !others.some((wish) => wish.id === id)))}
		>
			{m.whom_others()}
		</button>
	</p>
{/if}
{#each byStudent as { student, wishes, optional, ink } (student.id)}
	<fieldset class="mb-4" style:--ink="var(--color-student-{ink})">
		<legend class="mb-1 font-bold" style:color="var(--ink)">
			{student.name}
			<span class="quiet text-small font-normal">{student.classLabel}</span>
		</legend>
		{#each wishes as wish (wish.id)}{@render teacher(wish)}{/each}
		{#if optional.length > SHOWN_OPTIONAL}
			<details>
				<summary class="more">{m.whom_optional({ count: optional.length })}</summary>
				{#each optional as wish (wish.id)}{@render teacher(wish)}{/each}
			</details>
		{:else}
			{#each optional as wish (wish.id)}{@render teacher(wish)}{/each}
		{/if}
	</fieldset>
{:else}
	<p>{m.whom_nobody()}</p>
{/each}
{#if onnext}
	<ThumbBar>
		<button
			class="btn btn-primary btn-block btn-lg font-display"
			disabled={!ready || teachers.size === 0}
			onclick={onnext}
		>
			{m.whom_next({ count: teachers.size })}
		</button>
	</ThumbBar>
{/if}

<style>
	.more {
		display: flex;
		align-items: center;
		min-block-size: 2.75rem;
		cursor: pointer;
		text-decoration: underline;
	}
</style>
