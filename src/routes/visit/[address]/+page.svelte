<script lang="ts">
	import { enhance } from '$app/forms';
	import { invalidateAll, pushState, replaceState } from '$app/navigation';
	import { page } from '$app/state';
	import { CalendarPlus, Check } from '@lucide/svelte';
	import { untrack } from 'svelte';
	import { familyVisitProblem, type VisitChoice } from '$lib/core/conferences/family-projection';
	import { groupBy } from '$lib/core/group-by';
	import type { Suggestions } from '$lib/core/visits/suggest-visits';
	import { m } from '$lib/paraglide/messages';
	import ChairMark from '$lib/ui/chairs/ChairMark.svelte';
	import { dateText, listText, localDateText, momentText, timeText } from '$lib/ui/format/when';
	import { followSeats } from '$lib/ui/live/live-seats.svelte';
	import { suggestInWorker } from '$lib/ui/visit/planner';
	import { bookedEntries, studentInk, suggestedEntries } from '$lib/ui/visit/ribbon-entry';
	import SuggestionTabs from '$lib/ui/visit/SuggestionTabs.svelte';
	import {
		conflictText,
		notBookableText,
		placeText,
		unplacedText,
		visitHeadline,
	} from '$lib/ui/visit/words';
	import VisitRibbon from '$lib/ui/visit/VisitRibbon.svelte';
	import { timeWindows } from '$lib/ui/visit/windows';

	let { data, form } = $props();

	const view = $derived(data.view);
	const zone = $derived(view.conference.timeZone);

	/** Changes told since the page was loaded; the page's own data are the whole truth again. */
	let told = $state.raw<{ since: object; free: Record<string, boolean> }>({ since: {}, free: {} });
	const free = $derived(told.since === data.view ? told.free : {});
	followSeats<'free' | 'taken'>(`/live/${untrack(() => view.conference.id)}`, ({ states }) => {
		const news = Object.fromEntries(
			Object.entries(states).map(([slot, state]) => [slot, state === 'free']),
		);
		told = { since: data.view, free: { ...free, ...news } };
	});
	const current = $derived({
		...view,
		slots: view.slots.map((slot) => ({ ...slot, free: free[slot.id] ?? slot.free })),
	});

	const open = $derived(current.wishes.filter(({ placed }) => !placed));
	const wishesByStudent = $derived(
		view.students
			.map((student, index) => ({
				student,
				ink: studentInk(index),
				wishes: open.filter((wish) => wish.student === student.id),
			}))
			.filter(({ wishes }) => wishes.length > 0),
	);
	let unticked = $state<string[]>([]);
	let chosenWindows = $state<number[]>([]);
	const step = $derived(page.state.step ?? (view.appointments.length ? undefined : 'whom'));
	const windows = $derived(timeWindows(current.slots));
	const choice = $derived<VisitChoice>({
		wishes: open.map(({ id }) => id).filter((id) => !unticked.includes(id)),
		...(chosenWindows.length
			? {
					windows: chosenWindows.map(
						(index) => [windows[index]!.start, windows[index]!.end] as const,
					),
				}
			: {}),
	});

	const chosenDesks = $derived(
		new Set(open.filter(({ id }) => choice.wishes.includes(id)).map(({ desks }) => desks[0])),
	);

	let plans = $state.raw<Suggestions | null>(null);
	let picked = $state(0);
	let lost = $state<string[]>([]);
	let sending = $state(false);
	let key = $state(crypto.randomUUID());

	const problem = $derived(step === 'visit' ? familyVisitProblem(current, choice) : null);
	$effect(() => {
		if (!problem) return;
		const asked = $state.snapshot(problem) as typeof problem;
		let stale = false;
		void suggestInWorker(asked).then((answer) => {
			if (stale) return;
			plans = answer;
			picked = Math.min(picked, Math.max(0, answer.suggestions.length - 1));
		});
		return () => (stale = true);
	});

	const suggestion = $derived(plans?.suggestions[picked]);
	const entries = $derived(
		suggestion ? suggestedEntries(current, suggestion.visit, placeText) : [],
	);
	const students = $derived(new Map(view.students.map((student) => [student.id, student])));
	const desks = $derived(new Map(view.desks.map((desk) => [desk.id, desk])));
	const deskOfWish = (id: string) =>
		desks.get(view.wishes.find((wish) => wish.id === id)?.desks[0] ?? '');

	const request = $derived(
		JSON.stringify({
			family: view.family,
			key,
			choice,
			appointments: (suggestion?.visit.placements ?? []).map(({ wish, slot }) => ({
				slot: slot.id,
				wishes: [wish],
			})),
		}),
	);

	function toggle(list: readonly string[], id: string): string[] {
		return list.includes(id) ? list.filter((other) => other !== id) : [...list, id];
	}
	function toggleWindow(index: number) {
		chosenWindows = chosenWindows.includes(index)
			? chosenWindows.filter((other) => other !== index)
			: [...chosenWindows, index];
	}
	const go = (next: 'whom' | 'when' | 'visit') => {
		lost = [];
		pushState('', { step: next });
		scrollTo(0, 0);
	};
</script>

<svelte:head><title>{view.conference.name} · {data.school}</title></svelte:head>

<div class="mx-auto flex min-h-dvh max-w-xl flex-col px-5 pb-4">
	<header class="flex items-center gap-2 py-4 font-display font-semibold text-primary">
		<ChairMark size={24} />
		{data.school}
	</header>
	<p class="without-script mb-4 rounded-box border border-error p-4" role="alert">
		{m.visit_needs_script()}
	</p>

	{#if data.families.length > 1}
		<nav class="mb-4 flex gap-4" aria-label={m.visit_families()}>
			{#each data.families as family, index (family)}
				<a
					class="link"
					aria-current={family === view.family ? 'page' : undefined}
					href="?family={family}">{m.visit_family_number({ number: index + 1 })}</a
				>
			{/each}
		</nav>
	{/if}

	{#if step === undefined}
		<main>
			<h1 class="text-hour">{m.booked_title()}</h1>
			<p class="quiet mb-6">
				{view.conference.name} · {listText(
					[...new Set(view.appointments.map(({ date }) => date))].map((date) =>
						localDateText(date),
					),
				)}
			</p>
			{#if form && 'booked' in form}
				<p class="mb-4 flex items-center gap-2 font-bold text-primary" role="status">
					<Check size={20} aria-hidden="true" />
					{m.booked_done()}
				</p>
			{/if}
			<VisitRibbon entries={bookedEntries(view, placeText)} {zone} />
			<a
				class="btn btn-block btn-outline no-print"
				href="/visit/{view.conference.address}/calendar.ics?family={view.family}"
				download
			>
				<CalendarPlus size={18} aria-hidden="true" />
				{m.booked_calendar()}
			</a>
			{#if open.length && view.notBookable === null}
				<section class="mt-8">
					<h2 class="mb-2 text-title">{m.booked_missing_title()}</h2>
					<ul class="mb-4">
						{#each open as wish (wish.id)}
							{@const desk = deskOfWish(wish.id)}
							<li>
								{m.booked_missing({
									desk: desk?.name ?? '',
									subject: desk?.subject ?? '',
									student: students.get(wish.student)?.name ?? '',
								})}
							</li>
						{/each}
					</ul>
					<button class="btn btn-primary btn-block" onclick={() => go('when')}
						>{m.booked_find_times()}</button
					>
				</section>
			{/if}
		</main>
	{:else if view.notBookable !== null}
		<main>
			<h1 class="mb-4 text-hour">{view.conference.name}</h1>
			<p class="mb-2 font-bold">{notBookableText(view)}</p>
			<p class="quiet">
				{m.visit_dates({ dates: listText(view.dates.map((date) => localDateText(date))) })}
			</p>
		</main>
	{:else if step === 'whom'}
		<main class="flex grow flex-col">
			<h1 class="text-hour">{view.conference.name}</h1>
			<p class="quiet mb-4">{listText(view.dates.map((date) => localDateText(date)))}</p>
			{#if view.conference.words}<p class="mb-3">{view.conference.words}</p>{/if}
			{#if view.conference.closesAt !== null}
				<p class="quiet mb-6 text-small">
					{m.visit_closes({ moment: momentText(view.conference.closesAt, zone) })}
				</p>
			{/if}
			<h2 class="mb-2 text-title">{m.whom_title()}</h2>
			{#each wishesByStudent as { student, wishes, ink } (student.id)}
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
								onchange={() => (unticked = toggle(unticked, wish.id))}
							/>
							<span>
								<strong class="block">{desk?.name}</strong>
								<span class="quiet block text-small">{desk?.subject}</span>
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
			<div class="thumb">
				<button
					class="btn btn-primary btn-block btn-lg font-display"
					disabled={choice.wishes.length === 0}
					onclick={() => go('when')}
				>
					{m.whom_next({ count: chosenDesks.size })}
				</button>
			</div>
		</main>
	{:else if step === 'when'}
		<main class="flex grow flex-col">
			<h1 class="mb-1 text-hour">{m.when_title()}</h1>
			<p class="quiet mb-6">{m.when_about()}</p>
			{#each [...groupBy(windows, ({ date }) => date)] as [date, parts] (date)}
				<fieldset class="mb-6">
					<legend class="mb-2 font-display text-title font-semibold">{localDateText(date)}</legend>
					<div class="grid grid-cols-2 gap-3">
						{#each parts as part (part.start)}
							{@const index = windows.indexOf(part)}
							<button
								type="button"
								class="chip"
								aria-pressed={chosenWindows.includes(index)}
								onclick={() => toggleWindow(index)}
							>
								{timeText(part.start, zone)}–{timeText(part.end, zone)}
							</button>
						{/each}
					</div>
				</fieldset>
			{/each}
			<div class="thumb">
				<button class="btn btn-primary btn-block btn-lg font-display" onclick={() => go('visit')}>
					{chosenWindows.length ? m.when_next() : m.when_next_any()}
				</button>
			</div>
		</main>
	{:else}
		<main class="flex grow flex-col" aria-busy={plans === null}>
			{#if form && 'problem' in form && lost.length === 0 && form.problem === 'busy'}
				<p class="mb-4 rounded-box border border-error p-3" role="alert">{m.visit_busy()}</p>
			{/if}
			{#if lost.length}
				<div class="mb-4 rounded-box border border-error p-3" role="alert">
					<strong>{m.conflict_title()}</strong>
					<ul>
						{#each lost as sentence (sentence)}<li>{sentence}</li>{/each}
					</ul>
				</div>
			{/if}
			{#if plans === null}
				<p class="flex items-center gap-3 py-16" role="status">
					<span class="text-primary"><ChairMark size={40} /></span>
					{m.visit_planning()}
				</p>
			{:else if !suggestion}
				<h1 class="mb-2 text-hour">{m.visit_nothing_title()}</h1>
				<ul class="mb-4 space-y-1">
					{#each plans.unplaced as { wish, reason } (wish)}
						<li>{unplacedText(deskOfWish(wish)?.subject ?? '', reason)}</li>
					{/each}
				</ul>
				<div class="thumb">
					<button class="btn btn-block btn-outline btn-lg" onclick={() => go('when')}
						>{m.visit_other_times()}</button
					>
				</div>
			{:else}
				<h1 class="text-hour" aria-live="polite">{visitHeadline(entries)}</h1>
				<p class="quiet mb-4">
					{#each [...groupBy(entries, ({ date }) => date).values()] as day (day[0]?.date)}
						<span class="block">
							{m.visit_span({
								date: dateText(day[0]!.start, zone),
								from: timeText(day[0]!.start, zone),
								to: timeText(day.at(-1)!.end, zone),
							})}
						</span>
					{/each}
				</p>
				<SuggestionTabs suggestions={plans.suggestions} {zone} bind:picked />
				<VisitRibbon {entries} {zone} />
				{#if !suggestion.visit.exact}<p class="quiet mb-3 text-small">{m.visit_not_exact()}</p>{/if}
				{#if suggestion.unplaced.length}
					<section class="mb-4 border-t border-base-300 pt-3">
						<h2 class="sr-only">{m.visit_unplaced_title()}</h2>
						<ul class="space-y-1">
							{#each suggestion.unplaced as { wish, reason } (wish)}
								<li>{unplacedText(deskOfWish(wish)?.subject ?? '', reason)}</li>
							{/each}
						</ul>
						<button class="link mt-1" onclick={() => go('when')}>{m.visit_other_times()}</button>
					</section>
				{/if}
				<form
					method="post"
					action="?/book{view.family === data.families[0] ? '' : `&family=${view.family}`}"
					class="thumb"
					use:enhance={() => {
						sending = true;
						lost = [];
						const names = new Map(entries.map((entry) => [entry.id, entry]));
						return async ({ result, update }) => {
							sending = false;
							if (result.type === 'success') {
								key = crypto.randomUUID();
								replaceState('', {});
								await update({ reset: false });
								scrollTo(0, 0);
								return;
							}
							await update({ reset: false, invalidateAll: false });
							if (result.type !== 'failure' || result.data?.problem !== 'conflicts') return;
							lost = (result.data.conflicts as { slot: string; code: string }[]).map(
								({ slot, code }) => conflictText(names.get(slot), code, zone),
							);
							plans = result.data.suggestions as Suggestions;
							picked = 0;
							await invalidateAll();
						};
					}}
				>
					<input type="hidden" name="request" value={request} />
					<button class="btn btn-primary btn-block btn-lg font-display" disabled={sending}>
						{sending ? m.visit_sending() : m.visit_take()}
					</button>
				</form>
			{/if}
		</main>
	{/if}
</div>

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
	.chip {
		min-block-size: 4rem;
		font-family: var(--font-display);
		font-size: 1.125rem;
		font-weight: 600;
		background: var(--color-base-100);
		border: 1px solid var(--color-base-300);
		border-radius: var(--radius-box);
		cursor: pointer;
	}
	.chip[aria-pressed='true'] {
		background: var(--color-primary);
		border-color: var(--color-primary);
		color: var(--color-primary-content);
	}
	.thumb {
		position: sticky;
		inset-block-end: 0;
		margin-block-start: auto;
		padding-block: 0.75rem;
		background: linear-gradient(to top, var(--color-base-200) 75%, transparent);
	}
</style>
