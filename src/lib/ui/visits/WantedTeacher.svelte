<script lang="ts">
	import type { FamilyProjection, ShownWish } from '$lib/core/visits/family-projection';
	import { waysOn, type WhyNot } from '$lib/core/visits/why-not';
	import { m } from '$lib/paraglide/messages';
	import { substituteOnText } from '../desks/substitute-text';
	import AskSchool from './AskSchool.svelte';
	import WaitForPlace from './WaitForPlace.svelte';
	import { whyNotText } from './words';

	/** One teacher for one child: to tick, or why not, with a way on. */
	let {
		view,
		wish,
		why,
		isTicked,
		reload,
		ontoggle,
	}: {
		view: FamilyProjection;
		wish: ShownWish;
		/** Why it cannot be had at any time; `null`: it can. */
		why: WhyNot | null;
		isTicked: boolean;
		reload: () => Promise<void>;
		ontoggle: () => void;
	} = $props();

	const desk = $derived(view.desks.find(({ id }) => id === wish.desks[0]));
	const name = $derived(desk?.name ?? '');
</script>

{#snippet who()}
	<span class="min-w-0">
		<strong class="block">{name}</strong>
		<span class="quiet block text-small">{desk?.subject}</span>
		{#if wish.askedByTeacher}
			<span class="block text-small font-bold text-error">{m.whom_asked()}</span>
		{/if}
		{#each desk?.substitutes ?? [] as entry (`${entry.date}${entry.absent}`)}
			<span class="block text-small">{substituteOnText(entry)}</span>
		{/each}
		{#if desk?.asksFirst && why === null}
			<span class="block text-small">{m.whom_asks_first({ teacher: name })}</span>
		{/if}
		{#if why !== null}
			<span class="block text-small">{whyNotText(why, name)}</span>
		{/if}
	</span>
{/snippet}

{#if why === null}
	<label class="teacher">
		<input type="checkbox" class="checkbox" checked={isTicked} onchange={ontoggle} />
		{@render who()}
	</label>
{:else}
	<div class="teacher out">
		{@render who()}
		<div class="ways">
			{#each waysOn(why) as way (way)}
				{#if way === 'waiting-list'}
					<WaitForPlace {view} wish={wish.id} {reload} />
				{:else if way === 'ask-school'}
					<AskSchool {view} wish={wish.id} {reload} />
				{/if}
			{/each}
		</div>
	</div>
{/if}

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
	.teacher.out {
		flex-direction: column;
		align-items: stretch;
		gap: 0.375rem;
		background: none;
		border-style: dashed;
		border-inline-start-style: solid;
		cursor: auto;
	}
	.ways {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
	}
	.teacher .checkbox:checked {
		background: var(--ink);
		border-color: var(--ink);
		color: var(--color-base-100);
	}
</style>
