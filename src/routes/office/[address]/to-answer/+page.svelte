<script lang="ts">
	import { invalidate, refreshAll } from '$app/navigation';
	import { m } from '$lib/paraglide/messages';
	import EnquiryCard from '$lib/ui/visits/EnquiryCard.svelte';

	let { data } = $props();

	async function answered() {
		await refreshAll();
		await invalidate('ten-chairs:progress');
	}
</script>

<svelte:head><title>{m.station_to_answer()} · {data.conference.name}</title></svelte:head>

<div class="max-w-3xl p-6">
	<h1 class="mb-6 text-hour">{m.station_to_answer()}</h1>
	<ul class="space-y-4">
		{#each data.enquiries as enquiry (enquiry.id)}
			<li>
				<EnquiryCard
					{enquiry}
					zone={data.conference.timeZone}
					familyHref="/office/people/families/{enquiry.family.id}"
					onanswered={answered}
				/>
			</li>
		{:else}
			<li>{m.to_answer_nothing()}</li>
		{/each}
	</ul>
</div>
