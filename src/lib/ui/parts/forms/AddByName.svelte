<script lang="ts">
	import Plus from '@lucide/svelte/icons/plus';
	import { m } from '$lib/paraglide/messages';

	/** Adds something that at first has a name only. */
	let {
		label,
		placeholder = label,
		onadd,
	}: {
		label: string;
		placeholder?: string;
		/** The name without blanks around it; never an empty one. */
		onadd: (name: string) => void;
	} = $props();

	let name = $state('');

	function add(event: SubmitEvent) {
		event.preventDefault();
		const given = name.trim();
		if (!given) return;
		onadd(given);
		name = '';
	}
</script>

<form class="flex gap-2" onsubmit={add}>
	<input
		class="input input-sm w-48"
		aria-label={label}
		{placeholder}
		autocomplete="off"
		bind:value={name}
	/>
	<button class="btn btn-outline btn-sm">
		<Plus size={14} aria-hidden="true" />
		{m.add()}
	</button>
</form>
