<script lang="ts">
	import type { Clock } from './clock';
	import { modeOf } from '$lib/core/rules/places';
	import type { FamilyProjection, ShownAppointment } from '$lib/core/visits/family-projection';
	import { MINUTE } from '$lib/core/time/local-time';
	import { m } from '$lib/paraglide/messages';
	import { listText, momentText, timeText } from '../parts/format/when';
	import { telephoneHref } from './telephone';

	/** All about one appointment, and what the family can do with it. */
	let {
		view,
		appointment,
		school,
		clock,
		isBusy,
		onmove,
		oncancel,
	}: {
		view: FamilyProjection;
		appointment: ShownAppointment;
		school: { readonly telephone: string | null };
		clock: Clock;
		isBusy: boolean;
		onmove: () => void;
		oncancel: () => void;
	} = $props();

	const zone = $derived(view.conference.timeZone);
	const { start, end, changeableUntil } = $derived(appointment);
	const place = $derived(view.places.find(({ id }) => id === appointment.place));
	const desk = $derived(view.desks.find(({ id }) => id === appointment.desk)?.name ?? '');
	const students = $derived(
		view.students.filter(({ id }) => appointment.students.includes(id)).map(({ name }) => name),
	);
	const setBy = $derived(view.adults.find(({ id }) => id === appointment.setBy)?.name);
	const isBookable = $derived(view.notBookable === null);
	/** The school may have closed booking before the last moment for a change. */
	const isChangeable = $derived(isBookable && clock.now() <= changeableUntil);
	let isAsking = $state(false);

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
			appointment.standing === 'asked' ? m.fact_asked({ teacher: desk }) : '',
			setBy ? m.booked_by({ name: setBy }) : '',
		].filter(Boolean),
	);
</script>

<ul class="mb-3 space-y-0.5 text-small">
	{#each facts as fact (fact)}<li>{fact}</li>{/each}
	{#if place?.kind === 'telephone' && place.name}
		<li>
			<a class="link" href={telephoneHref(place.name)}>{m.fact_call({ number: place.name })}</a>
		</li>
	{/if}
</ul>
{#if isAsking}
	<div role="alertdialog" aria-labelledby="ask-{appointment.id}">
		<p id="ask-{appointment.id}" class="mb-2">
			{m.cancel_ask({ time: timeText(start, zone), teacher: desk })}
		</p>
		<div class="flex flex-wrap gap-2">
			<button type="button" class="btn btn-error" disabled={isBusy} onclick={oncancel}>
				{m.cancel_yes()}
			</button>
			<button type="button" class="btn btn-outline" onclick={() => (isAsking = false)}>
				{m.cancel_no()}
			</button>
		</div>
	</div>
{:else if isChangeable}
	<div class="no-print flex flex-wrap gap-2">
		<button type="button" class="btn btn-outline" onclick={onmove}>{m.move_start()}</button>
		<button type="button" class="btn btn-outline" onclick={() => (isAsking = true)}>
			{m.cancel_start()}
		</button>
	</div>
	{#if changeableUntil < start}
		<p class="quiet mt-2 text-small">
			{m.booked_change_until({ moment: momentText(changeableUntil, zone) })}
		</p>
	{/if}
{:else if clock.now() < end}
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
