<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import MessagePane from '$lib/ui/notices/MessagePane.svelte';
	import { isTrouble, kindText, reasonText, stateText } from '$lib/ui/notices/notice-words';
	import { momentText } from '$lib/ui/parts/format/when';
	import { enhance } from '$lib/ui/parts/saving/enhance';

	let { data, form } = $props();

	const { line, text, calendars } = $derived(data.notice);
	const zone = $derived(data.conference.timeZone);
</script>

<svelte:head><title>{kindText(line.kind)} · {data.conference.name}</title></svelte:head>

<div class="max-w-3xl p-6">
	<p><a class="link" href="/office/{data.conference.address}/outbox">{m.outbox_back()}</a></p>
	<h1 class="mb-2 text-hour">{text?.subject ?? kindText(line.kind)}</h1>
	<p class:text-error={isTrouble(line.state, line.reason)}>
		{m.outbox_line({
			to: line.to || m.outbox_nobody(),
			state: stateText(line.state),
			moment: momentText(line.at, zone),
		})}
		{#if line.reason}{reasonText(line.reason)}{/if}
	</p>
	{#if form && 'said' in form}<p class="mt-2 font-bold" role="status">{form.said}</p>{/if}
	{#if form && 'problem' in form}<p class="mt-2 text-error" role="alert">{form.problem}</p>{/if}
	<div class="my-4 flex flex-wrap gap-2">
		{#if line.state !== 'waiting' && line.state !== 'sending'}
			<form method="post" action="?/again" use:enhance>
				<button class="btn btn-outline btn-sm">{m.outbox_again()}</button>
			</form>
		{/if}
	</div>
	{#if text}
		<p class="quiet mb-2 text-small">
			{m.outbox_masked()}
			{#if calendars}{m.outbox_calendars({ count: calendars })}{/if}
		</p>
		<MessagePane message={text} />
	{:else}
		<p>{m.outbox_nothing_to_show()}</p>
	{/if}
</div>
