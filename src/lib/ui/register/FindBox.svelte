<script lang="ts">
	import { goto } from '$app/navigation';
	import { m } from '$lib/paraglide/messages';
	import type { Found } from '$lib/operations/found';
	import FindList from './FindList.svelte';

	/** Finds anybody in the register, and goes there. */
	let {
		search,
		hrefOf,
	}: {
		search: (text: string) => Promise<readonly Found[]>;
		hrefOf: (found: Found) => string;
	} = $props();

	let box = $state<HTMLElement>();

	function pressed(event: KeyboardEvent) {
		if (event.key !== 'F2') return;
		event.preventDefault();
		box?.querySelector('input')?.focus();
	}

	const kindText = (kind: Found['kind']): string =>
		({
			teacher: m.find_kind_teacher,
			interpreter: m.find_kind_interpreter,
			student: m.find_kind_student,
			family: m.find_kind_family,
		})[kind]();
</script>

<svelte:window onkeydown={pressed} />

<div bind:this={box}>
	<FindList
		label={m.find_label()}
		{search}
		{hrefOf}
		onchoose={(found: Found) => void goto(hrefOf(found))}
	>
		{#snippet option(entry: Found)}
			<strong>{entry.name}</strong>
			<span class="quiet block text-small"
				>{[kindText(entry.kind), entry.about].filter(Boolean).join(' · ')}</span
			>
		{/snippet}
	</FindList>
</div>
