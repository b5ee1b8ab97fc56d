<script lang="ts">
	import { type LocalDate, localOf } from '$lib/core/time/local-of';
	import { instantOf } from '$lib/core/time/local-time';
	import { parseTypedMoment } from '$lib/core/time/typed-moment';
	import { m } from '$lib/paraglide/messages';
	import { fullMomentText } from '../format/when';
	import type { FieldLook } from './field-look';
	import TypedOrPicked from './TypedOrPicked.svelte';

	/** A moment (milliseconds) as a local date and time, typed in any sensible way; its day can be picked. */
	let {
		value,
		usualMinute,
		zone,
		today,
		oncommit,
		...look
	}: FieldLook & {
		value: number | null;
		/** Of a day that is picked before there is a time, after midnight. */
		usualMinute: number;
		zone: string;
		today: LocalDate;
		/** `null`: emptied. */
		oncommit: (value: number | null) => void;
	} = $props();

	const shown = $derived(value === null ? null : localOf(value, zone));

	function pick(date: LocalDate) {
		const moment = instantOf(date, shown?.minute ?? usualMinute, zone);
		if (moment.ok) oncommit(moment.epoch);
	}
</script>

<TypedOrPicked
	{value}
	date={shown?.date ?? null}
	{today}
	write={(moment) => fullMomentText(moment, zone)}
	read={(typed) => parseTypedMoment(typed, today, zone)}
	unreadable={m.moment_unreadable}
	look={{ width: 'w-72', ...look }}
	onset={oncommit}
	onpick={pick}
/>
