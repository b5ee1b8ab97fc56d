<script lang="ts">
	import { contradictionsOf, type RuledConference } from '$lib/core/rules/contradictions';
	import type { Rules } from '$lib/core/snapshot/rules';
	import type { LocalDate } from '$lib/core/time/local-of';
	import type { RulesRequest } from '$lib/operations/conferences';
	import { m } from '$lib/paraglide/messages';
	import { localDateText } from '../parts/format/when';
	import ChoicePiece from './ChoicePiece.svelte';
	import MomentPiece from './MomentPiece.svelte';
	import Sentence from './Sentence.svelte';
	import {
		appointmentsText,
		contradictionText,
		reachText,
		spanText,
		untilText,
		withSet,
	} from './rule-words';

	/** Who may book when, and how much, as sentences of which each piece can be chosen. */
	let {
		facts,
		today,
		isFixed,
		onrules,
		onmoments,
	}: {
		facts: RuledConference & { readonly pauseMinutes: number; readonly switchMinutes: number };
		today: LocalDate;
		/** Only to be read. */
		isFixed: boolean;
		onrules: (changed: Omit<RulesRequest, 'conferenceId'>) => void;
		onmoments: (changed: { opensAt?: number | null; closesAt?: number | null }) => void;
	} = $props();

	const DAY = 24 * 60 * 60_000;
	const id = $props.id();
	const { rules } = $derived(facts);
	const contradictions = $derived(contradictionsOf(facts));
	const problemOf = (rule: string) =>
		contradictions.some((one) => one.rule === rule) ? `${id}-${rule}` : undefined;
	const set = (changed: Partial<Rules>) => onrules({ rules: changed });
	/** What moments are proposed before: the last appointment, as far as there is one. */
	const lastDay = $derived(facts.lastStart ?? facts.opensAt ?? 0);
	const counts = (most: number) => [null, ...Array.from({ length: most }, (_, index) => index + 1)];
</script>

{#snippet choice<Value extends string | number | boolean | null>(
	rule: string,
	label: string,
	value: Value,
	choices: readonly (readonly [Value, string])[],
	onchoose: (value: Value) => void,
)}
	<ChoicePiece {label} {value} {choices} {isFixed} problem={problemOf(rule)} {onchoose} />
{/snippet}

{#snippet faults(of: readonly string[])}
	{#each contradictions.filter(({ rule }) => of.includes(rule)) as one (one.code)}
		<p id="{id}-{one.rule}" class="text-error" role="status">{contradictionText(one)}</p>
	{/each}
{/snippet}

{#snippet moment(
	rule: string,
	label: string,
	value: number | null,
	none: string,
	some: string,
	usual: number,
	onchoose: (value: number | null) => void,
)}
	<MomentPiece
		{label}
		{value}
		{none}
		{some}
		{usual}
		zone={facts.timeZone}
		{today}
		{isFixed}
		problem={problemOf(rule)}
		{onchoose}
	/>
{/snippet}

<h2 class="mb-1 text-title">{m.rules_who()}</h2>
<Sentence says={(at) => m.rules_entry({ who: at('who') })}>
	{#snippet piece()}
		{@render choice(
			'entry',
			m.rules_entry_label(),
			rules.entry,
			[
				['listed', m.rules_entry_listed()],
				['open', m.rules_entry_open()],
				['asked', m.rules_entry_asked()],
			],
			(entry) => set({ entry }),
		)}
	{/snippet}
</Sentence>
{#if rules.entry !== 'listed'}<p class="quiet">{m.rules_entry_about()}</p>{/if}

<h2 class="mt-6 mb-1 text-title">{m.rules_when()}</h2>
<Sentence says={(at) => m.rules_window({ from: at('from'), until: at('until') })}>
	{#snippet piece(name)}
		{#if name === 'from'}
			{@render moment(
				'opensAt',
				m.rules_opens(),
				facts.opensAt,
				m.rules_opens_published(),
				m.rules_from(),
				lastDay - 14 * DAY,
				(opensAt) => onmoments({ opensAt }),
			)}
		{:else}
			{@render moment(
				'closesAt',
				m.rules_closes(),
				facts.closesAt,
				m.rules_closes_never(),
				m.rules_until(),
				lastDay - DAY,
				(closesAt) => onmoments({ closesAt }),
			)}
		{/if}
	{/snippet}
</Sentence>
<Sentence says={(at) => m.rules_early({ moment: at('moment') })}>
	{#snippet piece()}
		{@render moment(
			'earlyOpensAt',
			m.rules_early_label(),
			rules.earlyOpensAt,
			m.rules_early_never(),
			m.rules_from(),
			(facts.opensAt ?? lastDay - 14 * DAY) - 2 * DAY,
			(earlyOpensAt) => set({ earlyOpensAt }),
		)}
	{/snippet}
</Sentence>
{@render faults(['opensAt', 'earlyOpensAt'])}
<Sentence says={(at) => m.rules_latest({ until: at('latest') })}>
	{#snippet piece()}
		{@render choice(
			'latestMinutes',
			m.rules_latest_label(),
			rules.latestMinutes,
			withSet([null, 30, 60, 120, 240, 720, 1440, 2880], rules.latestMinutes, untilText),
			(latestMinutes) => set({ latestMinutes }),
		)}
	{/snippet}
</Sentence>
<Sentence says={(at) => m.rules_change({ until: at('change') })}>
	{#snippet piece()}
		{@render choice(
			'changeMinutes',
			m.rules_change_label(),
			rules.changeMinutes,
			withSet([null, 30, 60, 120, 240, 720, 1440, 2880], rules.changeMinutes, untilText),
			(changeMinutes) => set({ changeMinutes }),
		)}
	{/snippet}
</Sentence>

<h2 class="mt-6 mb-1 text-title">{m.rules_how_many()}</h2>
<Sentence says={(at) => m.rules_once({ times: at('once') })}>
	{#snippet piece()}
		{@render choice(
			'oncePerDesk',
			m.rules_once_label(),
			rules.oncePerDesk,
			[
				[true, m.rules_once_true()],
				[false, m.rules_once_false()],
			],
			(oncePerDesk) => set({ oncePerDesk }),
		)}
	{/snippet}
</Sentence>
<Sentence says={(at) => m.rules_limits({ student: at('student'), family: at('family') })}>
	{#snippet piece(name)}
		{#if name === 'student'}
			{@render choice(
				'perStudent',
				m.rules_student_label(),
				rules.perStudent,
				withSet(counts(12), rules.perStudent, appointmentsText),
				(perStudent) => set({ perStudent }),
			)}
		{:else}
			{@render choice(
				'perFamily',
				m.rules_family_label(),
				rules.perFamily,
				withSet(counts(20), rules.perFamily, appointmentsText),
				(perFamily) => set({ perFamily }),
			)}
		{/if}
	{/snippet}
</Sentence>
{@render faults(['perFamily'])}
<Sentence says={(at) => m.rules_pause({ minutes: at('pause') })}>
	{#snippet piece()}
		{@render choice(
			'pauseMinutes',
			m.rules_pause_label(),
			facts.pauseMinutes,
			withSet([0, 2, 3, 5, 10, 15], facts.pauseMinutes, spanText),
			(pauseMinutes) => onrules({ pauseMinutes }),
		)}
	{/snippet}
</Sentence>
<Sentence says={(at) => m.rules_acceptance({ how: at('how') })}>
	{#snippet piece()}
		{@render choice(
			'acceptance',
			m.rules_acceptance_label(),
			rules.acceptance,
			[
				['at-once', m.rules_at_once()],
				['asked', m.rules_asked()],
			],
			(acceptance) => set({ acceptance }),
		)}
	{/snippet}
</Sentence>

<details class="mt-6">
	<summary class="link min-h-8 cursor-pointer">{m.rules_rare()}</summary>
	<Sentence says={(at) => m.rules_reach({ days: at('reach') })}>
		{#snippet piece()}
			{@render choice(
				'rollingDays',
				m.rules_reach_label(),
				rules.rollingDays,
				withSet([null, 0, 1, 2, 3, 5, 7, 14, 28], rules.rollingDays, reachText),
				(rollingDays) => set({ rollingDays }),
			)}
		{/snippet}
	</Sentence>
	{@render faults(['rollingDays'])}
	<Sentence says={(at) => m.rules_furthest({ date: at('furthest') })}>
		{#snippet piece()}
			{@render choice(
				'furthestDate',
				m.rules_furthest_label(),
				rules.furthestDate,
				[
					[null, m.rules_furthest_last()] as const,
					...[...new Set([...facts.dates, ...(rules.furthestDate ? [rules.furthestDate] : [])])]
						.sort()
						.map((date) => [date, localDateText(date)] as const),
				],
				(furthestDate) => set({ furthestDate }),
			)}
		{/snippet}
	</Sentence>
	{@render faults(['furthestDate'])}
	<Sentence says={(at) => m.rules_desk_day({ count: at('desk') })}>
		{#snippet piece()}
			{@render choice(
				'perDeskDay',
				m.rules_desk_day_label(),
				rules.perDeskDay,
				withSet([null, 5, 10, 15, 20, 25, 30, 40], rules.perDeskDay, appointmentsText),
				(perDeskDay) => set({ perDeskDay }),
			)}
		{/snippet}
	</Sentence>
	<Sentence says={(at) => m.rules_households({ how: at('households') })}>
		{#snippet piece()}
			{@render choice(
				'households',
				m.rules_households_label(),
				rules.households,
				[
					['each', m.rules_households_each()],
					['together', m.rules_households_together()],
				],
				(households) => set({ households }),
			)}
		{/snippet}
	</Sentence>
	<Sentence says={(at) => m.rules_answer({ hours: at('answer') })}>
		{#snippet piece()}
			{@render choice(
				'answerHours',
				m.rules_answer_label(),
				rules.answerHours,
				withSet([12, 24, 48, 72, 168], rules.answerHours, (hours) => spanText(hours * 60)),
				(answerHours) => set({ answerHours }),
			)}
		{/snippet}
	</Sentence>
	<Sentence says={(at) => m.rules_waiting({ span: at('waiting') })}>
		{#snippet piece()}
			{@render choice(
				'waitingMinutes',
				m.rules_waiting_label(),
				rules.waitingMinutes,
				withSet([60, 180, 360, 720, 1440, 2880], rules.waitingMinutes, spanText),
				(waitingMinutes) => set({ waitingMinutes }),
			)}
		{/snippet}
	</Sentence>
	<Sentence says={(at) => m.rules_interpreted({ length: at('interpreted') })}>
		{#snippet piece()}
			{@render choice(
				'interpretedLength',
				m.rules_interpreted_label(),
				rules.interpretedLength,
				[
					[1, m.rules_interpreted_same()],
					[2, m.rules_interpreted_twice()],
				],
				(interpretedLength) => set({ interpretedLength }),
			)}
		{/snippet}
	</Sentence>
	<Sentence says={(at) => m.rules_switch({ minutes: at('switch') })}>
		{#snippet piece()}
			{@render choice(
				'switchMinutes',
				m.rules_switch_label(),
				facts.switchMinutes,
				withSet([0, 5, 10, 15, 20, 30], facts.switchMinutes, spanText),
				(switchMinutes) => onrules({ switchMinutes }),
			)}
		{/snippet}
	</Sentence>
</details>
