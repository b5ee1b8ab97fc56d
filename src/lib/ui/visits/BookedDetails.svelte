<script lang="ts">
	import { isChangeable } from '$lib/core/visits/as-of';
	import { modeOf } from '$lib/core/rules/places';
	import type { FamilyProjection, ShownAppointment } from '$lib/core/visits/family-projection';
	import { MINUTE } from '$lib/core/time/local-of';
	import { m } from '$lib/paraglide/messages';
	import { listText, momentText, timeText } from '../parts/format/when';
	import PersonPicture from '../parts/PersonPicture.svelte';
	import AskAlong from './AskAlong.svelte';
	import AskOnce from '../parts/AskOnce.svelte';
	import { telephoneHref } from '../parts/format/telephone';

	/** All about one appointment, and what the family can do with it. */
	let {
		view,
		appointment,
		school,
		now,
		isBusy,
		onmove,
		oncancel,
		reload,
	}: {
		view: FamilyProjection;
		appointment: ShownAppointment;
		school: { readonly telephone: string | null };
		now: number;
		isBusy: boolean;
		onmove: () => void;
		oncancel: () => void;
		reload: () => Promise<void>;
	} = $props();

	const zone = $derived(view.conference.timeZone);
	const { start, end, changeableUntil } = $derived(appointment);
	const place = $derived(view.places.find(({ id }) => id === appointment.place));
	const known = $derived(view.desks.find(({ id }) => id === appointment.desk));
	const desk = $derived(known?.name ?? '');
	const students = $derived(
		view.students.filter(({ id }) => appointment.students.includes(id)).map(({ name }) => name),
	);
	const setBy = $derived(view.adults.find(({ id }) => id === appointment.setBy)?.name);
	/** The school may have closed booking before the last moment for a change. */
	const mayChange = $derived(view.notBookable === null && isChangeable(appointment, now));

	const facts = $derived(
		[
			m.fact_time({
				from: timeText(start, zone),
				to: timeText(end, zone),
				minutes: Math.round((end - start) / MINUTE),
			}),
			place && modeOf(place) === 'in-person'
				? [place.name, place.buildingName].filter(Boolean).join(', ')
				: '',
			place?.kind === 'room' && place.stepFree ? m.fact_step_free() : '',
			m.fact_about({ students: listText(students) }),
			appointment.interpreter ? m.fact_interpreter({ name: appointment.interpreter }) : '',
			appointment.alsoThere.length
				? m.fact_also_there({ families: listText(appointment.alsoThere) })
				: '',
			appointment.standing === 'asked' ? m.fact_asked({ teacher: desk }) : '',
			setBy ? m.booked_by({ name: setBy }) : '',
		].filter(Boolean),
	);
</script>

{#if known?.picture}
	<p class="mb-2"><PersonPicture picture={known.picture} /></p>
{/if}
{#if known?.words}<p class="as-typed mb-2 whitespace-pre-line">{known.words}</p>{/if}
<ul class="mb-3 space-y-0.5 text-small">
	{#each facts as fact (fact)}<li>{fact}</li>{/each}
	{#if place?.kind === 'telephone' && place.name}
		<li>
			<a class="link" href={telephoneHref(place.name)}>{m.fact_call({ number: place.name })}</a>
		</li>
	{/if}
</ul>
{#if mayChange}
	<div class="no-print flex flex-wrap gap-2">
		<button type="button" class="btn btn-outline" onclick={onmove}>{m.move_start()}</button>
		<AskOnce
			label={m.cancel_start()}
			question={m.cancel_ask({ time: timeText(start, zone), teacher: desk })}
			yes={m.cancel_yes()}
			no={m.cancel_no()}
			{isBusy}
			onyes={oncancel}
		/>
	</div>
	{#if changeableUntil < start}
		<p class="quiet mt-2 text-small">
			{m.booked_change_until({ moment: momentText(changeableUntil, zone) })}
		</p>
	{/if}
{:else if now < end}
	<p class="text-small">
		{#if view.notBookable?.code === 'paused'}
			{m.booked_change_paused()}
		{:else if school.telephone}
			{m.booked_change_call_number({ telephone: school.telephone })}
		{:else}
			{m.booked_change_call()}
		{/if}
	</p>
{/if}
{#if now < end && view.notBookable?.code !== 'not-published'}
	<div class="no-print"><AskAlong {view} {appointment} {reload} /></div>
{/if}
