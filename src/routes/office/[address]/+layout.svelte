<script lang="ts">
	import { afterNavigate } from '$app/navigation';
	import { navigating, page } from '$app/state';
	import { untrack } from 'svelte';
	import { isGrave } from '$lib/core/readiness/finding';
	import { m } from '$lib/paraglide/messages';
	import { phaseText } from '$lib/ui/conferences/phase-text';
	import { keepComeFrom } from '$lib/ui/office/come-from';
	import { keepDoneActs } from '$lib/ui/office/done-acts.svelte';
	import OfficeFind from '$lib/ui/office/OfficeFind.svelte';
	import OfficeHouse from '$lib/ui/office/OfficeHouse.svelte';
	import { readAgain } from '$lib/ui/parts/live/read-again';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';
	import { progressRead } from '$lib/operations/progress';
	import { askOrNull } from '$lib/ui/parts/saving/ask-server';
	import type { Station } from '$lib/ui/office/station';

	let { data, children } = $props();
	keepDoneActs();
	const readProgress = readAgain('ten-chairs:progress');

	/** Stations that are saved as they are typed: nothing may take them away when the network is gone. */
	const TYPED = ['basics', 'desks'];

	let now = $derived({
		conference: data.conference,
		counts: data.counts,
		phase: data.phase,
		progress: data.progress,
	});

	// What was typed a moment ago counts at the next station.
	afterNavigate(({ from }) => {
		const station = from?.route.id?.split('/')[3] ?? '';
		if (TYPED.includes(station) && from?.url.pathname !== page.url.pathname) void readProgress();
	});
	followSeats(`/live/${untrack(() => data.conference.id)}`, ({ version, toAnswer }) => {
		if (toAnswer !== undefined && toAnswer !== now.progress.toAnswer)
			now = { ...now, progress: { ...now.progress, toAnswer } };
		if (version === now.conference.version) return;
		// Reading again would call off a step to another station, which reads anyway.
		if (navigating.to) return;
		if (!TYPED.includes(here)) void readProgress();
		else
			void askOrNull(progressRead, { conferenceId: now.conference.id }).then((read) => {
				if (read) now = read;
			});
	});

	$effect(() => keepComeFrom(data.conference));

	const base = $derived(`/office/${data.conference.address}`);
	const here = $derived(page.route.id?.split('/')[3] ?? '');
	const stations = $derived.by((): Station[] => {
		const { dates, slotMinutes, desks, seats, taken } = now.progress;
		const { desksWithoutTimes, desksWithoutPlace, toAnswer, undelivered, contradictions } =
			now.progress;
		const { findings, worstFinding, rooms, questions, reach } = now.progress;
		const { families, students } = now.counts;
		const { isPublished } = now.conference;
		const percent = seats ? Math.round((100 * taken) / seats) : 0;
		return [
			{
				key: 'basics',
				href: `${base}/basics`,
				name: m.station_basics(),
				note: m.station_basics_note({ dates, minutes: slotMinutes }),
				state: 'done',
			},
			{
				key: 'people',
				href: '/office/people',
				name: m.station_people(),
				note: families ? m.station_people_note({ families, students }) : m.station_people_none(),
				state: families ? 'done' : 'ahead',
			},
			{
				key: 'rooms',
				href: '/office/rooms',
				name: m.station_rooms(),
				note: rooms ? m.station_rooms_note({ count: rooms }) : m.station_rooms_none(),
				state: rooms ? 'done' : 'ahead',
			},
			{
				key: 'desks',
				href: `${base}/desks`,
				name: m.station_desks(),
				note: desksWithoutTimes
					? m.station_desks_note_without({ desks, without: desksWithoutTimes })
					: desksWithoutPlace
						? m.station_desks_note_placeless({ desks, without: desksWithoutPlace })
						: m.station_desks_note({ desks }),
				state: desks === 0 ? 'ahead' : desksWithoutTimes || desksWithoutPlace ? 'look' : 'done',
			},
			{
				key: 'rules',
				href: `${base}/rules`,
				name: m.station_rules(),
				note: contradictions
					? m.station_rules_wrong({ count: contradictions })
					: m.station_rules_note(),
				state: contradictions ? 'look' : 'done',
			},
			{
				key: 'questions',
				href: `${base}/questions`,
				name: m.station_questions(),
				note: questions
					? m.station_questions_note({ count: questions })
					: m.station_questions_none(),
				state: 'done',
			},
			{
				key: 'notices',
				href: `${base}/notices`,
				name: m.station_notices(),
				note: m.station_notices_note(),
				state: 'done',
			},
			{
				key: 'try',
				href: `${base}/try`,
				name: m.station_try(),
				note: m.station_try_note(),
				state: 'done',
			},
			{
				key: 'readiness',
				href: `${base}/readiness`,
				name: m.station_readiness(),
				note: findings ? m.station_readiness_note({ count: findings }) : m.station_readiness_fine(),
				state: worstFinding && isGrave({ kind: worstFinding }) ? 'look' : 'done',
			},
			{
				key: 'open',
				href: `${base}/open`,
				name: m.station_open(),
				note: phaseText(now.phase),
				state: isPublished ? 'done' : 'ahead',
			},
			{
				key: 'share',
				href: `${base}/share`,
				name: m.station_share(),
				note: reach?.families
					? m.station_share_reached({ count: reach.reached, families: reach.families })
					: m.station_share_note(),
				state: reach?.untold ? 'look' : isPublished ? 'done' : 'ahead',
			},
			{
				key: 'floor',
				href: `${base}/floor`,
				name: m.station_floor(),
				note: m.station_floor_note({ percent }),
				state: taken ? 'done' : 'ahead',
			},
			{
				key: 'to-answer',
				href: `${base}/to-answer`,
				name: m.station_to_answer(),
				note: toAnswer ? m.station_to_answer_note({ count: toAnswer }) : m.station_to_answer_none(),
				state: toAnswer ? 'look' : 'done',
			},
			{
				key: 'outbox',
				href: `${base}/outbox`,
				name: m.station_outbox(),
				note: undelivered ? m.station_outbox_note({ count: undelivered }) : m.station_outbox_fine(),
				state: undelivered ? 'look' : 'done',
			},
			{
				key: 'happened',
				href: `${base}/happened`,
				name: m.happened_title(),
				note: m.happened_note(),
				state: taken ? 'done' : 'ahead',
			},
			{
				key: 'families',
				href: `${base}/families`,
				name: m.station_families(),
				note: m.station_families_note(),
				state: isPublished ? 'done' : 'ahead',
			},
		];
	});
</script>

<OfficeHouse {stations} {here} label={m.path_label()} account={data.account.name}>
	{#snippet find()}<OfficeFind conference={data.conference} />{/snippet}
	{@render children()}
</OfficeHouse>
