<script lang="ts">
	import type { GuideFacts, GuideSchool } from '$lib/core/sharing/guide-facts';
	import { MINUTE } from '$lib/core/time/local-of';
	import { m } from '$lib/paraglide/messages';
	import BusyTimes from '../calendars/BusyTimes.svelte';
	import ConferenceDay from '../day/ConferenceDay.svelte';
	import OwnDesk from '../desks/OwnDesk.svelte';
	import { enhance } from '../parts/saving/enhance';
	import GuideSheet from './GuideSheet.svelte';
	import GuideStep from './GuideStep.svelte';
	import { sampleDesk, sampleTeacherDay } from './sample-teacher';

	/** What a teacher does at one conference, before it and on the day. */
	let { facts, school }: { facts: GuideFacts; school: GuideSchool } = $props();

	const HOUR = 60 * MINUTE;

	const day = $derived(sampleTeacherDay(facts));
	const desk = $derived(sampleDesk(facts));
	const during = $derived(
		[
			m.guide_teacher_day_how(),
			facts.hasVideo ? m.guide_teacher_day_video() : '',
			facts.asksFirst ? m.guide_teacher_day_asked() : '',
		].filter(Boolean),
	);
	const HOURS = {
		see: m.guide_teacher_hours_see,
		propose: m.guide_teacher_hours_propose,
		change: m.guide_teacher_hours_change,
	};
	const hours = $derived(
		HOURS[facts.teachersMay]({
			link: m.own_desk_link({ subject: desk?.plan.subject ?? '' }).trim(),
		}),
	);
	const notes = $derived([m.guide_teacher_note_told(), m.guide_teacher_note_away()]);
</script>

<GuideSheet title={m.guide_teacher_title()} {facts} {school} {notes}>
	{#snippet steps()}
		<GuideStep
			title={m.guide_teacher_in_title()}
			words={[m.guide_teacher_in_how(), m.guide_teacher_in_keep()]}
			picture={m.guide_teacher_day_picture()}
		>
			{#if day}
				<p class="font-display text-hour font-semibold">{m.guide_teacher_one()}</p>
				<ConferenceDay conference={day} />
			{/if}
		</GuideStep>
		{#if desk && day}
			<GuideStep
				title={m.guide_teacher_hours_title()}
				words={[hours]}
				picture={m.guide_teacher_hours_picture()}
			>
				<p class="mb-4 font-display text-hour font-semibold">{desk.plan.name}</p>
				<OwnDesk
					{...desk}
					proposed={null}
					dates={[]}
					today={desk.hours.hours[0]!.date}
					teachersMay={facts.teachersMay}
					hasVideoService={false}
					{enhance}
				/>
			</GuideStep>
			<GuideStep
				title={m.guide_teacher_busy_title()}
				words={[m.guide_teacher_busy_how(), m.guide_teacher_busy_private()]}
				picture={m.guide_teacher_busy_picture()}
			>
				<BusyTimes
					calendars={[]}
					blocks={[{ id: 'block', start: day.now, end: day.now + HOUR, allDay: false }]}
					zone={day.timeZone}
					today={desk.hours.hours[0]!.date}
					{enhance}
				/>
			</GuideStep>
			<GuideStep
				title={m.guide_teacher_day_title()}
				words={during}
				picture={m.guide_teacher_during_picture()}
			>
				<ConferenceDay conference={{ ...day, now: facts.day[2]?.start ?? day.now }} />
			</GuideStep>
		{/if}
	{/snippet}
</GuideSheet>
