<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import SchoolMark from '$lib/ui/look/SchoolMark.svelte';
	import { listText, localDateText } from '$lib/ui/parts/format/when';
	import { phaseText } from '$lib/ui/conferences/phase-text';
	import { isUrgent, nextText } from '$lib/ui/conferences/next-text';
	import SignOut from '$lib/ui/office/SignOut.svelte';

	let { data } = $props();
</script>

<svelte:head><title>{data.school}</title></svelte:head>

<div class="mx-auto max-w-3xl px-6 py-8">
	<header class="mb-12 flex items-center gap-3 text-primary">
		<SchoolMark size={34} />
		<span class="font-display text-title font-semibold text-base-content">{data.school}</span>
		<span class="ms-auto"><SignOut name={data.account.name} /></span>
	</header>
	<main>
		<div class="mb-6 flex items-end justify-between">
			<h1 class="text-hour">{m.office_title()}</h1>
			<span class="flex gap-3">
				<a class="btn btn-outline" href="/office/rooms">{m.rooms_title()}</a>
				<a class="btn btn-outline" href="/office/people">{m.people_title()}</a>
				{#if data.maySetUp}
					<a class="btn btn-primary" href="/office/new">{m.office_new()}</a>
				{/if}
			</span>
		</div>
		<ul class="border-t border-base-300">
			{#each data.conferences as conference (conference.address)}
				<li class="border-b border-base-300">
					<a
						class="flex items-baseline gap-4 py-4 hover:bg-base-100"
						href="/office/{conference.address}/{conference.phase === 'being-prepared'
							? 'basics'
							: 'floor'}"
					>
						<span class="font-display text-title font-semibold">{conference.name}</span>
						<span class="quiet">
							{listText(conference.dates.map((date) => localDateText(date, 'short')))}
						</span>
						<span class="ms-auto text-end">
							<span class="font-bold">{phaseText(conference.phase)}</span>
							{#if conference.next}
								<span class="block text-small" class:text-error={isUrgent(conference.next)}>
									{nextText(conference.next, conference.timeZone)}
								</span>
							{/if}
						</span>
					</a>
				</li>
			{:else}
				<li class="py-10">
					<p class="mb-1 font-bold">{m.office_none()}</p>
					<p class="quiet">{m.office_none_next()}</p>
				</li>
			{/each}
		</ul>
	</main>
</div>
