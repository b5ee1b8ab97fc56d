<script lang="ts">
	import type { Snippet } from 'svelte';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import { groupBy } from '$lib/core/group-by';
	import { MINUTE } from '$lib/core/time/local-of';
	import { m } from '$lib/paraglide/messages';
	import { localDateText, timeText } from '../parts/format/when';
	import type { RibbonEntry, Walk } from './ribbon-entry';

	/** A visit as a ribbon of time, to scale: hours in the margin, walks and waits on the same line. */
	let {
		entries,
		zone,
		lost = [],
		details,
		detailsText = m.ribbon_details(),
	}: {
		entries: readonly RibbonEntry[];
		zone: string;
		/** Ids of entries that are no longer free. */
		lost?: readonly string[];
		/** What opens below an appointment; missing: they do not open. */
		details?: Snippet<[RibbonEntry]>;
		/** What can be found there. */
		detailsText?: string;
	} = $props();

	const id = $props.id();
	let opened = $state('');

	/** Pixels for each minute: a short appointment still has room for two lines and a finger. */
	const scale = $derived(
		Math.max(5, 52 / Math.min(...entries.map(({ start, end }) => (end - start) / MINUTE))),
	);
	/** A longer wait is drawn as long as this many minutes, with a sign that the line is cut. */
	const LONGEST_DRAWN = 24;
	/** A shorter wait has no room for words of its own. */
	const SHORTEST_WORDED = 5;

	const days = $derived(
		[...groupBy(entries, ({ date }) => date)].map(([date, own]) => ({
			date,
			rows: own.map((entry, index) => {
				const before = own[index - 1];
				const wait = before ? Math.round((entry.start - before.end) / MINUTE) : 0;
				return { entry, wait, walk: before ? entry.walkFrom(before) : null };
			}),
		})),
	);

	function turnText(wait: number, walk: Walk | null): string {
		if (!walk || walk.minutes === 0) return m.ribbon_free({ minutes: wait });
		if (walk.kind === 'to-remote') return m.ribbon_free_to_remote({ minutes: wait });
		if (walk.kind === 'from-remote') return m.ribbon_free_from_remote({ minutes: wait });
		return m.ribbon_free_walk({ minutes: wait, walk: walk.minutes, place: walk.to });
	}
</script>

{#each days as { date, rows } (date)}
	<section class="ribbon-box mb-6">
		{#if days.length > 1}<h3 class="mb-2 text-title">{localDateText(date)}</h3>{/if}
		<ol class="ribbon">
			{#each rows as { entry, wait, walk } (entry.id)}
				{#if wait > 0}
					<li
						class="turn"
						class:cut={wait > LONGEST_DRAWN}
						style:min-block-size="{Math.min(wait, LONGEST_DRAWN) * scale}px"
					>
						{#if wait >= SHORTEST_WORDED}
							<span class="quiet text-small">{turnText(wait, walk)}</span>
						{/if}
					</li>
				{/if}
				<li
					class={['appointment', lost.includes(entry.id) && 'lost']}
					style:min-block-size="{((entry.end - entry.start) / MINUTE) * scale}px"
					style:--ink="var(--color-student-{entry.ink})"
				>
					<time class="font-display" datetime={new Date(entry.start).toISOString()}>
						{timeText(entry.start, zone)}
					</time>
					<div class="card-of-appointment">
						<div class="min-w-0 grow">
							{#if details}
								<button
									type="button"
									class="opener"
									aria-expanded={opened === entry.id}
									aria-controls="{id}-{entry.id}"
									onclick={() => (opened = opened === entry.id ? '' : entry.id)}
								>
									<strong>{entry.desk}</strong>
									<ChevronDown size={18} aria-hidden="true" />
									<span class="sr-only">{detailsText}</span>
								</button>
							{:else}
								<strong class="block">{entry.desk}</strong>
							{/if}
							{#if entry.substitute}<span class="block text-small">{entry.substitute}</span>{/if}
							<span class="quiet block text-small">
								{[entry.subject, entry.place].filter(Boolean).join(' · ')}
								{#if walk && walk.minutes > 0 && wait < SHORTEST_WORDED}
									· {m.ribbon_walk({ walk: walk.minutes })}
								{/if}
							</span>
							{#if lost.includes(entry.id)}
								<span class="block text-small font-bold text-error">{m.lost_mark()}</span>
							{/if}
							{#if entry.isAsked}
								<span class="block text-small font-bold">{m.visit_standing_asked()}</span>
							{/if}
							{#if entry.link}
								<a class="link block text-small" href={entry.link} rel="noreferrer"
									>{m.ribbon_door()}</a
								>
							{/if}
						</div>
						<span class="student">{entry.students}</span>
						{#if details && opened === entry.id}
							<div id="{id}-{entry.id}" class="details">{@render details(entry)}</div>
						{/if}
					</div>
				</li>
			{/each}
		</ol>
	</section>
{/each}

<style>
	.ribbon {
		--margin: 5.25rem;
		position: relative;
	}
	.turn {
		display: flex;
		align-items: center;
		margin-inline-start: var(--margin);
		padding-inline-start: 1rem;
		border-inline-start: 2px dotted var(--color-accent);
	}
	.turn.cut {
		border-inline-start-style: dashed;
	}
	.appointment {
		display: grid;
		grid-template-columns: var(--margin) minmax(0, 1fr);
	}
	.ribbon-box {
		container-type: inline-size;
	}
	.appointment time {
		font-size: 1.625rem;
		font-weight: 600;
		line-height: 1.1;
		font-variant-numeric: lining-nums tabular-nums;
	}
	.lost time,
	.lost strong {
		text-decoration: line-through;
	}
	.card-of-appointment {
		position: relative;
		display: grid;
		grid-template-columns: minmax(0, 1fr) auto;
		align-items: center;
		column-gap: 0.75rem;
		padding: 0.25rem 0.75rem;
		background: var(--color-base-100);
		border: 1px solid var(--color-base-300);
		border-inline-start: 5px solid var(--ink);
		border-start-end-radius: var(--radius-box);
		border-end-end-radius: var(--radius-box);
	}
	/* The whole card opens; what stands in it can be pressed by itself. */
	.opener {
		display: flex;
		align-items: center;
		gap: 0.25rem;
		cursor: pointer;
		text-align: start;
	}
	.opener::after {
		position: absolute;
		inset: 0;
		content: '';
	}
	.card-of-appointment :global(a) {
		position: relative;
	}
	.opener[aria-expanded='true'] :global(svg) {
		rotate: 180deg;
	}
	.details {
		position: relative;
		grid-column: 1 / -1;
		margin-block-start: 0.375rem;
		padding-block: 0.5rem;
		border-block-start: 1px solid var(--color-base-300);
	}
	.student {
		color: var(--ink);
		font-weight: 700;
		font-size: var(--text-small);
		text-align: end;
	}
	/* Where letters are large for the window, the time stands above. */
	@container (max-width: 17rem) {
		.ribbon {
			--margin: 0.5rem;
		}
		.appointment,
		.card-of-appointment {
			grid-template-columns: minmax(0, 1fr);
		}
		.student {
			text-align: start;
		}
	}
</style>
