<script lang="ts">
	import { goto } from '$app/navigation';
	import { officeFind, type FoundForOffice } from '$lib/operations/found';
	import { m } from '$lib/paraglide/messages';
	import { askOrNull } from '../parts/saving/ask-server';
	import FindList from '../register/FindList.svelte';
	import FoundLine from '../register/FoundLine.svelte';

	/** Finds a family or a teacher of a conference from anywhere in the office; F2 leads here. */
	let { conference }: { conference: { readonly id: string; readonly address: string } } = $props();

	let box = $state<HTMLElement>();

	const search = async (text: string) =>
		(await askOrNull(officeFind, { conferenceId: conference.id, text })) ?? [];

	const hrefOf = ({ kind, id }: FoundForOffice): string =>
		kind === 'family'
			? `/office/${conference.address}/families/${id}`
			: `/office/${conference.address}/floor?desk=${id}`;

	function pressed(event: KeyboardEvent) {
		if (event.key !== 'F2') return;
		event.preventDefault();
		box?.querySelector('input')?.focus();
	}
</script>

<svelte:window onkeydown={pressed} />

<div bind:this={box} class="find">
	<FindList
		label={m.office_find()}
		{search}
		{hrefOf}
		onchoose={(found: FoundForOffice) => void goto(hrefOf(found))}
	>
		{#snippet option(found: FoundForOffice)}<FoundLine {found} />{/snippet}
	</FindList>
</div>
