<script lang="ts">
	import { formatTimeOfDay, parseTypedTime } from '$lib/core/time/typed-time';

	/** A time of day, typed any sensible way; bound as minutes after midnight, or null. */
	let {
		value = $bindable(),
		label,
		invalid = false,
	}: { value: number | null; label: string; invalid?: boolean } = $props();

	let text = $state(value === null ? '' : formatTimeOfDay(value));
	$effect(() => {
		if (value !== null && parseTypedTime(text) !== value) text = formatTimeOfDay(value);
	});
	const unreadable = $derived(text.trim() !== '' && parseTypedTime(text) === null);
</script>

<input
	class="input w-24"
	aria-label={label}
	aria-invalid={invalid || unreadable || undefined}
	autocomplete="off"
	inputmode="text"
	bind:value={
		() => text,
		(typed) => {
			text = typed;
			value = parseTypedTime(typed);
		}
	}
	onblur={() => {
		if (value !== null) text = formatTimeOfDay(value);
	}}
/>
