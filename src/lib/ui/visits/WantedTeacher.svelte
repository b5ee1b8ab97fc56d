<script lang="ts">
	import { untrack } from 'svelte';
	import type { FamilyProjection, ShownWish } from '$lib/core/visits/family-projection';
	import type { WhyNot } from '$lib/core/visits/why-not';
	import { m } from '$lib/paraglide/messages';
	import { substituteOnText } from '../desks/substitute-text';
	import PersonPicture from '../parts/PersonPicture.svelte';
	import LongTalk from './LongTalk.svelte';
	import Remedies from './Remedies.svelte';
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

	const couldBeHad = untrack(() => why === null);
	const isNews = $derived(couldBeHad && why !== null);
	const desk = $derived(view.desks.find(({ id }) => id === wish.desks[0]));
	const name = $derived(desk?.name ?? '');
</script>

{#snippet who()}
	{#if desk?.picture}<PersonPicture picture={desk.picture} size={56} />{/if}
	<span class="min-w-0">
		<strong class="block">{name}</strong>
		<!-- What became full while the page was open is said where the subject stood: nothing moves under the thumb. -->
		<span class="block text-small" class:quiet={!isNews}>
			{isNews && why !== null ? whyNotText(why, name) : desk?.subject}
		</span>
		{#if desk?.words}
			<span class="as-typed block text-small whitespace-pre-line">{desk.words}</span>
		{/if}
		{#if wish.askedBy === 'teacher'}
			<span class="block text-small font-bold text-error">{m.whom_asked()}</span>
		{/if}
		{#if wish.words}<q class="as-typed block text-small">{wish.words}</q>{/if}
		{#each desk?.substitutes ?? [] as entry (`${entry.date}${entry.absent}`)}
			<span class="block text-small">{substituteOnText(entry)}</span>
		{/each}
		{#if desk?.asksFirst && why === null}
			<span class="block text-small">{m.whom_asks_first({ teacher: name })}</span>
		{/if}
		{#if why !== null && !isNews}
			<span class="block text-small">{whyNotText(why, name)}</span>
		{/if}
	</span>
{/snippet}

{#if why === null || isNews}
	<label class="teacher">
		<input
			type="checkbox"
			class="checkbox"
			bind:checked={() => isTicked && why === null, () => ontoggle()}
			disabled={why !== null}
		/>
		{@render who()}
	</label>
	{#if isTicked && why === null && wish.longLength !== null}
		<LongTalk {view} {wish} longLength={wish.longLength} {reload} />
	{/if}
{:else}
	<div class="teacher out">
		{@render who()}
		<Remedies {view} wish={wish.id} {why} {reload} />
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
	.teacher .checkbox:checked {
		background: var(--ink);
		border-color: var(--ink);
		color: var(--color-base-100);
	}
</style>
