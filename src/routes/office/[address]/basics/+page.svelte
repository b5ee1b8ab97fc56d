<script lang="ts">
	import { goto } from '$app/navigation';
	import { untrack } from 'svelte';
	import type { BasicsFault, ConferenceBasics } from '$lib/core/conferences/basics';
	import type { Collision } from '$lib/core/merge/merge-fields';
	import { m } from '$lib/paraglide/messages';
	import { followSeats } from '$lib/ui/live/live-seats.svelte';
	import BasicsEditor from '$lib/ui/office/BasicsEditor.svelte';
	import type { SentChange } from '$lib/ui/saving/kept-documents.svelte';
	import { readJson, sendJson } from '$lib/ui/saving/send-json';

	let { data } = $props();

	/** By its id: the address may change while the page is open. */
	const own = $derived(`/office/${data.conference.id}/basics`);
	let standing = $derived({ basics: data.basics, version: data.version });
	let version = untrack(() => data.version);

	interface BasicsAnswer {
		readonly basics: ConferenceBasics;
		readonly faults: readonly BasicsFault[];
		readonly collisions: readonly Collision[];
		readonly version: number;
	}

	async function send([change]: readonly SentChange<ConferenceBasics>[]) {
		const { id, base, mine } = change!;
		const address = data.conference.address;
		const answer = await sendJson<BasicsAnswer>(`${own}/fields`, { base, mine });
		const { basics: kept, faults, collisions, version } = answer;
		if (kept.address !== address)
			await goto(`/office/${kept.address}/basics`, {
				replaceState: true,
				keepFocus: true,
				noScroll: true,
			});
		return [{ id, doc: kept, collisions, version, problem: faults.length ? faults : null }];
	}

	followSeats(`/live/${untrack(() => data.conference.id)}`, (news) => {
		if (news.version === version) return;
		version = news.version;
		void readJson<typeof standing>(`${own}/fields`).then((read) => {
			if (read) standing = read;
		});
	});
</script>

<svelte:head><title>{m.station_basics()} · {data.conference.name}</title></svelte:head>

<BasicsEditor
	{...standing}
	conference={data.conference.id}
	today={data.today}
	maySetUp={data.maySetUp}
	visitAddress={data.visitAddress}
	{send}
/>
