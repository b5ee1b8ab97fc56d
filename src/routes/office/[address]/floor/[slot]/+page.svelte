<script lang="ts">
	import { schoolClock } from '$lib/ui/office/school-clock';
	import { readAgain } from '$lib/ui/parts/live/read-again';
	import SeatSheet from '$lib/ui/floor/SeatSheet.svelte';

	let { data } = $props();

	const clock = schoolClock(() => data.now);
	const reload = readAgain('ten-chairs:seat');
	const base = $derived(`/office/${data.conference.address}`);
</script>

{#key data.seat.slot}
	<SeatSheet
		seat={data.seat}
		conference={data.conference}
		{clock}
		{base}
		maySetUp={data.maySetUp}
		mayAnswer={data.mayAnswer}
		{reload}
	/>
{/key}
