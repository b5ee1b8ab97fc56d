<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import BusyTimes from '$lib/ui/calendars/BusyTimes.svelte';
	import CopyLink from '$lib/ui/parts/CopyLink.svelte';
	import LeaveForm from '$lib/ui/register/LeaveForm.svelte';
	import LeftNote from '$lib/ui/register/LeftNote.svelte';
	import PictureForm from '$lib/ui/register/PictureForm.svelte';
	import PersonForm from '$lib/ui/register/PersonForm.svelte';

	let { data, form } = $props();

	const name = $derived([data.person.givenName, data.person.familyName].filter(Boolean).join(' '));
</script>

<svelte:head><title>{name}</title></svelte:head>

<p class="mb-2"><a class="link" href="/office/people/teachers">{m.register_teachers()}</a></p>
<h1 class="mb-4 text-hour">{name}</h1>
{#if data.person.hasLeft}<LeftNote text={m.person_has_left()} />{/if}
<div class="mb-6 flex max-w-2xl flex-wrap items-center gap-x-6 gap-y-2">
	<p>
		<strong>{m.person_teaches()}</strong>
		{#if data.person.teaching.length}
			{data.person.teaching
				.map(({ class: label, subject }) => [label, subject].filter(Boolean).join(' '))
				.join(', ')}
		{:else}
			<span class="text-error">{m.person_teaches_none()}</span>
		{/if}
		{#if data.person.isParent}<span class="quiet block">{m.person_is_parent()}</span>{/if}
	</p>
	{#if data.person.privateLink}
		<div class="flex items-center gap-3">
			<form method="post" action="?/send" use:enhance>
				<button class="btn btn-outline btn-sm">{m.person_send_link()}</button>
			</form>
			<CopyLink link={data.person.privateLink} {name} />
			<span role="status">{form && 'said' in form ? form.said : ''}</span>
		</div>
	{/if}
</div>
{#key data.person.id}
	<PersonForm
		person={data.person}
		kind="teacher"
		action="?/save"
		answer={form && 'person' in form ? form.person : undefined}
		mayChange={data.mayChange}
	/>
{/key}
{#if data.mayChange}
	<div class="mb-8">
		<BusyTimes
			{...data.busy}
			zone={data.timeZone}
			today={data.today}
			said={form && 'calendarSaid' in form ? form.calendarSaid : undefined}
			problem={form && 'calendarProblem' in form ? form.calendarProblem : undefined}
			{enhance}
		/>
	</div>
	<div class="mb-8">
		<PictureForm
			picture={data.picture}
			problem={form && 'pictureProblem' in form ? form.pictureProblem : undefined}
			said={form && 'pictureSaid' in form ? form.pictureSaid : undefined}
			isOwn={false}
		/>
	</div>
	<LeaveForm
		hasLeft={data.person.hasLeft}
		leave={m.person_leave()}
		comeBack={m.person_return()}
		{enhance}
	/>
{/if}
