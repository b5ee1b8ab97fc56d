<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import SchoolMark from '$lib/ui/look/SchoolMark.svelte';
	import { localDateText, timeText } from '$lib/ui/parts/format/when';
	import SignOut from '$lib/ui/office/SignOut.svelte';

	let { data } = $props();
</script>

<svelte:head><title>{m.door_title()}</title></svelte:head>

<div class="mx-auto max-w-3xl px-6 py-8">
	<header class="mb-10 flex items-center gap-3 text-primary">
		<SchoolMark size={34} />
		<span class="font-display text-title font-semibold text-base-content">{data.school}</span>
		<span class="ms-auto"><SignOut name={data.account} /></span>
	</header>
	<main>
		<h1 class="mb-2 text-hour">{m.door_title()}</h1>
		{#if data.expected}
			<p class="quiet mb-6">
				{data.expected.conference} · {localDateText(data.expected.date)} ·
				{m.door_count({ count: data.expected.families.length })}
			</p>
			{#if data.expected.substitutes.length}
				<section class="mb-6 border-s-4 border-accent ps-3">
					<h2 class="font-bold">{m.door_substitutes()}</h2>
					<ul>
						{#each data.expected.substitutes as entry (`${entry.absent}${entry.name}`)}
							<li>{m.substitute_named(entry)}</li>
						{/each}
					</ul>
				</section>
			{/if}
			<ol class="border-t border-base-300">
				{#each data.expected.families as family (family.id)}
					<li class="flex items-baseline gap-5 border-b border-base-300 py-2">
						<time class="font-display text-title font-semibold"
							>{timeText(family.start, data.expected.timeZone)}</time
						>
						<strong>{family.label}</strong>
						<span class="quiet ms-auto text-small">{family.places.join(', ')}</span>
					</li>
				{/each}
			</ol>
		{:else}
			<p>{m.door_none()}</p>
		{/if}
	</main>
</div>
