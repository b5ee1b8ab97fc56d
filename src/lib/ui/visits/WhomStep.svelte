<script lang="ts">
	import { onMount } from 'svelte';
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import { substituteOnText } from '../desks/substitute-text';
	import { listText, localDateText, momentText } from '../parts/format/when';
	import { studentInk } from './ribbon-entry';
	import ThumbBar from './ThumbBar.svelte';

	/** Whom the family would like to see: its teachers by child, ticked already. */
	let {
		view,
		unticked = $bindable(),
		onnext,
	}: { view: FamilyProjection; unticked: readonly string[]; onnext: () => void } = $props();

	const { closesAt, name, timeZone, words } = $derived(view.conference);
	const open = $derived(view.wishes.filter(({ placed }) => !placed));
	const byStudent = $derived(
		view.students
			.map((student, index) => ({
				student,
				ink: studentInk(index),
				wishes: open.filter((wish) => wish.student === student.id),
			}))
			.filter(({ wishes }) => wishes.length > 0),
	);
	const desks = $derived(new Map(view.desks.map((desk) => [desk.id, desk])));
	const teachers = $derived(
		new Set(open.filter(({ id }) => !unticked.includes(id)).map(({ desks }) => desks[0])),
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

<h1 class="text-hour">{name}</h1>
<p class="quiet mb-4">{listText(view.dates.map((date) => localDateText(date)))}</p>
{#if words}<p class="mb-3">{words}</p>{/if}
{#if closesAt !== null}
	<p class="quiet mb-6 text-small">{m.visit_closes({ moment: momentText(closesAt, timeZone) })}</p>
{/if}
<h2 class="mb-2 text-title">{m.whom_title()}</h2>
{#each byStudent as { student, wishes, ink } (student.id)}
	<fieldset class="mb-4" style:--ink="var(--color-student-{ink})">
		<legend class="mb-1 font-bold" style:color="var(--ink)">
			{student.name}
			<span class="quiet text-small font-normal">{student.classLabel}</span>
		</legend>
		{#each wishes as wish (wish.id)}
			{@const desk = desks.get(wish.desks[0] ?? '')}
			<label class="teacher">
				<input
					type="checkbox"
					class="checkbox"
					checked={!unticked.includes(wish.id)}
					onchange={() => toggle(wish.id)}
				/>
				<span>
					<strong class="block">{desk?.name}</strong>
					<span class="quiet block text-small">{desk?.subject}</span>
					{#each desk?.substitutes ?? [] as entry (`${entry.date}${entry.absent}`)}
						<span class="block text-small">{substituteOnText(entry)}</span>
					{/each}
				</span>
				{#if wish.askedByTeacher}
					<span class="ms-auto text-small font-bold text-error">{m.whom_asked()}</span>
				{/if}
			</label>
		{/each}
	</fieldset>
{:else}
	<p>{m.whom_nobody()}</p>
{/each}
<ThumbBar>
	<button
		class="btn btn-primary btn-block btn-lg font-display"
		disabled={!ready || teachers.size === 0}
		onclick={onnext}
	>
		{m.whom_next({ count: teachers.size })}
	</button>
</ThumbBar>

<style>
	.teacher {
		display: flex;
		align-items: center;
		gap: 0.875rem;
		min-block-size: 3.5rem;
		padding: 0.375rem 0.75rem;
		background: var(--color-base-100);
		border: 1px solid var(--color-base-300);
		border-inline-start: 5px solid var(--ink);
		border-start-end-radius: var(--radius-field);
		border-end-end-radius: var(--radius-field);
		margin-block-end: 0.375rem;
		cursor: pointer;
	}
	.teacher .checkbox:checked {
		background: var(--ink);
		border-color: var(--ink);
		color: var(--color-base-100);
	}
</style>
