<script lang="ts">
	import { page } from '$app/state';
	import { m } from '$lib/paraglide/messages';
	import { phaseText } from '$lib/ui/office/phase-text';
	import OfficeHouse from '$lib/ui/office/OfficeHouse.svelte';
	import type { Station } from '$lib/ui/office/station';

	let { data, children } = $props();

	const base = $derived(`/office/${data.conference.address}`);
	const here = $derived(page.route.id?.split('/')[3] ?? '');
	const stations = $derived.by((): Station[] => {
		const { dates, slotMinutes, desks, desksWithoutSlots, seats, taken } = data.standing;
		const { families, students } = data.counts;
		const { isPublished } = data.conference;
		const percent = seats ? Math.round((100 * taken) / seats) : 0;
		return [
			{
				...{ key: 'basics', href: `${base}/basics`, name: m.station_basics() },
				note: m.station_basics_note({ dates, minutes: slotMinutes }),
				standing: 'done',
			},
			{
				...{ key: 'people', href: '/office/people', name: m.station_people() },
				note: families ? m.station_people_note({ families, students }) : m.station_people_none(),
				standing: families ? 'done' : 'ahead',
			},
			{
				...{ key: 'desks', href: `${base}/desks`, name: m.station_desks() },
				note: desksWithoutSlots
					? m.station_desks_note_without({ desks, without: desksWithoutSlots })
					: m.station_desks_note({ desks }),
				standing: desks === 0 ? 'ahead' : desksWithoutSlots ? 'look' : 'done',
			},
			{
				...{ key: 'open', href: `${base}/open`, name: m.station_open() },
				note: phaseText(data.phase),
				standing: isPublished ? 'done' : 'ahead',
			},
			{
				...{ key: 'floor', href: `${base}/floor`, name: m.station_floor() },
				note: m.station_floor_note({ percent }),
				standing: taken ? 'done' : 'ahead',
			},
			{
				...{ key: 'families', href: `${base}/families`, name: m.station_families() },
				note: m.station_families_note(),
				standing: isPublished ? 'done' : 'ahead',
			},
		];
	});
</script>

<OfficeHouse {stations} {here} label={m.path_label()} account={data.account.name}>
	{@render children()}
</OfficeHouse>
