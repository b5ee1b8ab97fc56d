<script lang="ts">
	import Plus from '@lucide/svelte/icons/plus';
	import { untrack } from 'svelte';
	import {
		faultsOfBasics,
		type BasicsFault,
		type BasicsField,
		type ConferenceBasics,
	} from '$lib/core/conferences/basics';
	import { datesOf, stretchesOf } from '$lib/core/desks/desk-plan';
	import { mergeFields } from '$lib/core/merge/merge-fields';
	import { countSlots, LONGEST_GAP, LONGEST_SLOT, SHORTEST_SLOT } from '$lib/core/slots/slot-grid';
	import type { LocalDate } from '$lib/core/time/local-of';
	import { addDays, isTimeZone, weekday } from '$lib/core/time/local-time';
	import { placeKinds } from '$lib/core/ways-to-meet';
	import { m } from '$lib/paraglide/messages';
	import NumberField from '../parts/forms/NumberField.svelte';
	import WeeklyField from '../parts/forms/WeeklyField.svelte';
	import Field from '../parts/forms/Field.svelte';
	import ZoneField from '../parts/forms/ZoneField.svelte';
	import { completeHours, type HoursRow } from '../parts/forms/hours-rows';
	import HoursEditor from '../parts/forms/HoursEditor.svelte';
	import MomentField from '../parts/forms/MomentField.svelte';
	import Collisions from '../parts/saving/Collisions.svelte';
	import type { Answer, SentChange } from '../parts/saving/autosave';
	import { KeptDocuments } from '../parts/saving/kept-documents.svelte';
	import SavingState from '../parts/saving/SavingState.svelte';
	import { basicsCollisionText, basicsFaultText } from './basics-text';

	/** What a conference is called, when it is, how long an appointment is. Saved as it is typed. */
	let {
		basics,
		version,
		conference,
		today,
		maySetUp,
		visitAddress,
		send,
	}: {
		basics: ConferenceBasics;
		/** The conference's version with them. */
		version: number;
		conference: string;
		today: LocalDate;
		maySetUp: boolean;
		/** Before the conference's own part of the address. */
		visitAddress: string;
		send: (
			changes: readonly SentChange<ConferenceBasics>[],
		) => Promise<readonly Answer<ConferenceBasics, readonly BasicsFault[]>[]>;
	} = $props();

	const ID = 'basics';
	const kept = untrack(
		() =>
			new KeptDocuments<ConferenceBasics, readonly BasicsFault[]>({
				storage: `ten-chairs.basics.${conference}`,
				documents: new Map([[ID, basics]]),
				merge: mergeFields,
				send,
			}),
	);
	$effect(() => {
		const now = { documents: new Map([[ID, basics]]), version };
		untrack(() => kept.hear(now));
	});

	const doc = $derived(kept.docs.get(ID)!);
	const told = $derived(kept.problems.get(ID) ?? []);
	const faults = $derived([
		...faultsOfBasics(doc),
		...told.filter(({ code }) => code === 'address-taken'),
	]);
	const errors = (...fields: BasicsField[]) =>
		faults.filter(({ field }) => fields.includes(field)).map(basicsFaultText);
	const suggestions = $derived(told.flatMap(({ suggestions = [] }) => suggestions));

	const set = (change: Partial<ConferenceBasics>) => kept.edit([[ID, { ...doc, ...change }]]);

	/** The rows while one of them is half typed; whole ones are the document's. */
	let halfTyped = $state.raw<readonly HoursRow[] | null>(null);
	const rows = $derived(halfTyped ?? doc.hours);

	function setRows(typed: readonly HoursRow[]) {
		const hours = completeHours(typed);
		halfTyped = hours.length < typed.length ? typed : null;
		if (!halfTyped) set({ hours });
	}

	const zone = $derived(isTimeZone(doc.timeZone) ? doc.timeZone : 'UTC');
	const division = $derived({
		slotMinutes: doc.slotMinutes,
		gapMinutes: doc.gapMinutes,
		longGap: doc.longGap,
	});
	const counted = $derived(countSlots(stretchesOf(doc), division));

	function addWeekly() {
		const from = doc.hours[0]?.date ?? addDays(today, 7);
		const fresh = {
			start: 8 * 60,
			end: 9 * 60,
			from,
			until: addDays(from, 7 * 12),
			weekdays: [weekday(from)],
			everyWeeks: 1,
			except: [],
		};
		set({ weekly: [...doc.weekly, fresh] });
	}

	function choose(index: number, whose: 'mine' | 'theirs') {
		const entry = kept.collisions[index]!;
		kept.settle(entry, whose === 'mine' ? { ...doc, [entry.path]: entry.mine } : undefined);
	}
	const kindNames = { room: m.desk_in_room, video: m.place_video, telephone: m.place_telephone };
	const rights = ['see', 'propose', 'change'] as const;
	const rightNames = {
		see: m.teachers_may_see,
		propose: m.teachers_may_propose,
		change: m.teachers_may_change,
	};
</script>

<div class="max-w-3xl p-6">
	<div class="mb-6 flex flex-wrap items-baseline gap-4">
		<h1 class="text-hour">{m.station_basics()}</h1>
		<SavingState state={kept.state} isPartly={faults.length > 0} />
	</div>
	<Collisions
		entries={kept.collisions.map((entry) => basicsCollisionText(entry, zone))}
		onchoose={choose}
	/>
	<fieldset disabled={!maySetUp}>
		<Field label={m.basics_name()} id="name" errors={errors('name')}>
			{#snippet children({ id, describedBy, invalid })}
				<input
					{id}
					class="input w-full max-w-lg font-display text-title"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					value={doc.name}
					oninput={({ currentTarget }) => set({ name: currentTarget.value })}
				/>
			{/snippet}
		</Field>
		<Field
			label={m.basics_address()}
			id="address"
			hint={m.basics_address_hint()}
			errors={errors('address')}
		>
			{#snippet children({ id, describedBy, invalid })}
				<span class="flex flex-wrap items-center gap-1">
					<span class="quiet">{visitAddress}</span>
					<input
						{id}
						class="input w-64"
						autocapitalize="none"
						autocomplete="off"
						spellcheck="false"
						aria-describedby={describedBy}
						aria-invalid={invalid}
						value={doc.address}
						onchange={({ currentTarget }) => set({ address: currentTarget.value.trim() })}
					/>
				</span>
			{/snippet}
		</Field>
		{#if suggestions.length && errors('address').length}
			<p class="-mt-3 mb-4 flex flex-wrap items-center gap-2 text-small">
				{m.basics_address_free()}
				{#each suggestions as address (address)}
					<button type="button" class="btn btn-outline btn-xs" onclick={() => set({ address })}>
						{address}
					</button>
				{/each}
			</p>
		{/if}
		<Field
			label={m.basics_words()}
			id="words"
			hint={m.basics_words_hint()}
			errors={errors('words')}
		>
			{#snippet children({ id, describedBy, invalid })}
				<textarea
					{id}
					class="textarea w-full max-w-lg"
					rows="3"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					value={doc.words}
					oninput={({ currentTarget }) => set({ words: currentTarget.value })}></textarea>
			{/snippet}
		</Field>

		<section class="mb-6">
			<h2 class="mb-2 font-sans text-body font-bold">{m.basics_hours()}</h2>
			<HoursEditor {rows} {division} {zone} {today} onchange={setRows} />
			{#if doc.hours.length + doc.weekly.length === 0}
				<p class="mt-1 text-small text-error" role="alert">{errors('hours')[0]}</p>
			{/if}
			{#each doc.weekly as weekly, index (index)}
				<div class="mt-3 border-t border-base-300 pt-3">
					<WeeklyField
						{weekly}
						{division}
						{today}
						oncommit={(changed) =>
							set({ weekly: doc.weekly.map((entry, at) => (at === index ? changed : entry)) })}
					/>
					<button
						type="button"
						class="link mt-1 text-small text-error"
						onclick={() => set({ weekly: doc.weekly.filter((_, at) => at !== index) })}
					>
						{m.weekly_remove_all()}
					</button>
				</div>
			{/each}
			{#each errors('weekly') as sentence, index (index)}
				<p class="mt-1 text-small text-error" role="alert">{sentence}</p>
			{/each}
			<button type="button" class="btn btn-outline btn-sm mt-3" onclick={addWeekly}>
				<Plus size={16} aria-hidden="true" />
				{m.weekly_add()}
			</button>
		</section>

		<section class="mb-6">
			<h2 class="mb-2 font-sans text-body font-bold">{m.division_title()}</h2>
			<div class="flex flex-wrap items-center gap-x-6 gap-y-2">
				<NumberField
					label={m.basics_slot()}
					value={doc.slotMinutes}
					min={SHORTEST_SLOT}
					max={LONGEST_SLOT}
					unit={m.unit_minutes()}
					oncommit={(slotMinutes) => set({ slotMinutes })}
				/>
				<NumberField
					label={m.basics_gap()}
					value={doc.gapMinutes}
					min={0}
					max={LONGEST_GAP}
					unit={m.unit_minutes()}
					oncommit={(gapMinutes) => set({ gapMinutes })}
				/>
			</div>
			<div class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2">
				<label class="flex items-center gap-2 text-small">
					<input
						type="checkbox"
						class="checkbox checkbox-sm"
						checked={doc.longGap !== null}
						onchange={({ currentTarget }) =>
							set({ longGap: currentTarget.checked ? { every: 4, minutes: 10 } : null })}
					/>
					{m.division_long_gap()}
				</label>
				{#if doc.longGap}
					{@const longGap = doc.longGap}
					<NumberField
						label={m.division_every()}
						value={longGap.every}
						min={2}
						max={50}
						oncommit={(every) => set({ longGap: { ...longGap, every } })}
					/>
					<NumberField
						label={m.division_lasts()}
						value={longGap.minutes}
						min={0}
						max={LONGEST_GAP}
						unit={m.unit_minutes()}
						oncommit={(minutes) => set({ longGap: { ...longGap, minutes } })}
					/>
				{/if}
			</div>
			{#if doc.weekly.length}
				<p class="mt-2 font-bold" aria-live="polite">
					{m.weekly_count({ dates: datesOf(doc).length, slots: counted.slots })}
				</p>
			{/if}
		</section>

		<div class="flex flex-wrap gap-x-8">
			<MomentField
				label={m.basics_opens()}
				id="opensAt"
				hint={m.basics_opens_hint()}
				errors={errors('opensAt')}
				value={doc.opensAt}
				usualMinute={8 * 60}
				{zone}
				{today}
				oncommit={(opensAt) => set({ opensAt })}
			/>
			<MomentField
				label={m.basics_closes()}
				id="closesAt"
				hint={m.basics_closes_hint()}
				errors={errors('closesAt')}
				value={doc.closesAt}
				usualMinute={18 * 60}
				{zone}
				{today}
				oncommit={(closesAt) => set({ closesAt })}
			/>
			<ZoneField
				id="timeZone"
				errors={errors('timeZone')}
				width="w-56"
				value={doc.timeZone}
				oncommit={(timeZone) => set({ timeZone })}
			/>
		</div>
		<Field
			label={m.basics_limit()}
			id="limitNote"
			hint={m.basics_limit_hint()}
			errors={errors('limitNote')}
		>
			{#snippet children({ id, describedBy, invalid })}
				<input
					{id}
					class="input w-full max-w-lg"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					value={doc.limitNote}
					oninput={({ currentTarget }) => set({ limitNote: currentTarget.value })}
				/>
			{/snippet}
		</Field>

		<div class="grid gap-6 sm:grid-cols-2">
			<fieldset>
				<legend class="mb-1 font-bold">{m.basics_usual_place()}</legend>
				{#each placeKinds as kind (kind)}
					<label class="flex items-center gap-2 py-0.5">
						<input
							type="radio"
							class="radio radio-sm"
							name="usual-place"
							checked={doc.usualPlace === kind}
							onchange={() => set({ usualPlace: kind })}
						/>
						{kindNames[kind]()}
					</label>
				{/each}
			</fieldset>
			<fieldset>
				<legend class="mb-1 font-bold">{m.teachers_may()}</legend>
				{#each rights as right (right)}
					<label class="flex items-center gap-2 py-0.5">
						<input
							type="radio"
							class="radio radio-sm"
							name="teachers-may"
							checked={doc.teachersMay === right}
							onchange={() => set({ teachersMay: right })}
						/>
						{rightNames[right]()}
					</label>
				{/each}
			</fieldset>
			<fieldset>
				<legend class="mb-1 font-bold">{m.basics_calendars()}</legend>
				<label class="flex items-center gap-2 py-0.5">
					<input
						type="checkbox"
						class="checkbox checkbox-sm"
						checked={doc.tentativeCounts}
						onchange={({ currentTarget }) => set({ tentativeCounts: currentTarget.checked })}
					/>
					{m.basics_tentative()}
				</label>
				<label class="flex items-center gap-2 py-0.5">
					<input
						type="checkbox"
						class="checkbox checkbox-sm"
						checked={doc.awayCounts}
						onchange={({ currentTarget }) => set({ awayCounts: currentTarget.checked })}
					/>
					{m.basics_away()}
				</label>
			</fieldset>
		</div>
	</fieldset>
</div>
