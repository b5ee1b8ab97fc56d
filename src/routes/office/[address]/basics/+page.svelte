<script lang="ts">
	import { goto } from '$app/navigation';
	import { untrack } from 'svelte';
	import type { ConferenceBasics } from '$lib/core/conferences/basics';
	import { basicsRead, basicsSave } from '$lib/operations/conferences';
	import { m } from '$lib/paraglide/messages';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';
	import BasicsEditor from '$lib/ui/conferences/BasicsEditor.svelte';
	import type { SentChange } from '$lib/ui/parts/saving/autosave';
	import { askOrNull, perform } from '$lib/ui/parts/saving/ask-server';

	let { data } = $props();

	let known = $derived({ basics: data.basics, version: data.version });
	let version = untrack(() => data.version);

	async function send([change]: readonly SentChange<ConferenceBasics>[]) {
		const { id, base, mine } = change!;
		const address = data.conference.address;
		const conferenceId = data.conference.id;
		const answer = await perform(basicsSave, { conferenceId, base: base!, mine: mine! });
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
		// By its id: the address may change while the page is open.
		void askOrNull(basicsRead, { conferenceId: data.conference.id }).then((read) => {
			if (read) known = read;
		});
	});
</script>

<svelte:head><title>{m.station_basics()} · {data.conference.name}</title></svelte:head>

<BasicsEditor
	{...known}
	conference={data.conference.id}
	today={data.today}
	maySetUp={data.maySetUp}
	visitAddress={data.visitAddress}
	{send}
/>
