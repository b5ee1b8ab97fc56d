<script lang="ts">
	import { page } from '$app/state';
	import { m } from '$lib/paraglide/messages';
	import { phaseText } from '$lib/ui/office/phase-text';
	import SignOut from '$lib/ui/office/SignOut.svelte';
	import type { Station } from '$lib/ui/office/station';
	import WorkPath from '$lib/ui/office/WorkPath.svelte';

	let { data, children } = $props();

	const base = $derived(`/office/${data.conference.address}`);
	const here = $derived(page.route.id?.split('/')[3] ?? '');
	const stations = $derived.by((): Station[] => {
		const { dates, slotMinutes, desks, desksWithoutSlots, seats, taken } = data.standing;
		const { isPublished } = data.conference;
		const percent = seats ? Math.round((100 * taken) / seats) : 0;
		return [
			{
				...{ key: 'basics', href: `${base}/basics`, name: m.station_basics() },
				note: m.station_basics_note({ dates, minutes: slotMinutes }),
				standing: 'done',
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

<div class="office">
	<aside class="no-print">
		<WorkPath {stations} {here} label={m.path_label()} home={m.path_home()} />
		<div class="mt-8"><SignOut name={data.account.name} /></div>
	</aside>
	<main>
		{@render children()}
	</main>
</div>

<style>
	.office {
		display: grid;
		grid-template-columns: 12.5rem minmax(0, 1fr);
		min-block-size: 100dvh;
	}
	aside {
		padding: 1.25rem 0 1.25rem 1.25rem;
		border-inline-end: 1px solid var(--color-base-300);
	}
	main {
		background: var(--color-base-100);
	}
	@media (width < 48rem) {
		.office {
			grid-template-columns: 1fr;
		}
		aside {
			border-inline-end: none;
			border-block-end: 1px solid var(--color-base-300);
		}
	}
</style>
