<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import BusyTimes from '$lib/ui/calendars/BusyTimes.svelte';
	import SchoolMark from '$lib/ui/look/SchoolMark.svelte';
	import OwnDesk from '$lib/ui/desks/OwnDesk.svelte';

	let { data, form } = $props();
</script>

<svelte:head><title>{data.plan.name} · {data.conference.name}</title></svelte:head>

<div class="mx-auto max-w-2xl px-5 pb-12">
	<header class="py-4">
		<a href="/teacher" class="flex items-center gap-2 font-display font-semibold text-primary">
			<SchoolMark size={24} />
			{m.own_desk_back()}
		</a>
	</header>
	<main>
		<h1 class="text-hour">{data.plan.name}</h1>
		<p class="quiet mb-6">
			{[data.plan.subject, data.conference.name].filter(Boolean).join(' · ')}
		</p>
		{#if form && 'became' in form}
			<p class="mb-4 font-bold" role="status">
				{form.became === 'changed' ? m.own_desk_changed() : m.own_desk_proposed()}
			</p>
		{/if}
		{#if form && 'problem' in form}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}
		{#key data.plan}
			<OwnDesk
				plan={data.plan}
				proposed={data.proposed}
				hours={data.hours}
				dates={data.dates}
				today={data.today}
				teachersMay={data.teachersMay}
				hasVideoService={data.hasVideoService}
				{enhance}
			/>
		{/key}
		<hr class="my-8 border-base-300" />
		<BusyTimes
			{...data.busy}
			zone={data.conference.timeZone}
			today={data.today}
			said={form && 'calendarSaid' in form ? form.calendarSaid : undefined}
			problem={form && 'calendarProblem' in form ? form.calendarProblem : undefined}
			{enhance}
		/>
	</main>
</div>
