<script lang="ts">
	import type { LocalDate } from '$lib/core/time/local-of';
	import { isLocalDate } from '$lib/core/time/local-time';
	import { parseTypedDate } from '$lib/core/time/typed-date';
	import { m } from '$lib/paraglide/messages';
	import { fullDateText } from '../format/when';
	import type { FieldLook } from './field-look';
	import TypedOrPicked from './TypedOrPicked.svelte';

	/** A date, typed in any sensible way or picked. */
	let {
		value,
		today,
		least,
		oncommit = () => {},
		...look
	}: FieldLook & {
		/** Empty for none yet. */
		value: string;
		today: LocalDate;
		/** The first one that can be picked. */
		least?: LocalDate;
		/** `null`: emptied. */
		oncommit?: (date: LocalDate | null) => void;
	} = $props();

	let date = $derived(isLocalDate(value) ? value : null);

	function set(typed: LocalDate | null) {
		date = typed;
		oncommit(typed);
	}
</script>

<TypedOrPicked
	value={date}
	{date}
	{today}
	{least}
	write={fullDateText}
	read={(typed) => parseTypedDate(typed, today)}
	unreadable={m.date_unreadable}
	look={{ width: 'w-56', ...look }}
	onset={set}
	onpick={set}
/>
