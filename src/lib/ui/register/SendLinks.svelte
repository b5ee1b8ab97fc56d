<script lang="ts">
	import { untrack } from 'svelte';
	import type { SendingState } from '$lib/operations/messages';
	import { m } from '$lib/paraglide/messages';
	import { enhance } from '../parts/saving/enhance';

	/** Private links to many teachers: asked for once, then sent by the server while the page tells how far. */
	let {
		count,
		latest,
		problem,
		read,
		ondone,
	}: {
		/** How many have not confirmed their address. */
		count: number;
		/** How far the latest sending is. */
		latest: SendingState | null;
		problem?: string | undefined;
		/** Asks how far it is now. */
		read: () => Promise<SendingState | null>;
		ondone: () => void;
	} = $props();

	/** Milliseconds between two looks. */
	const PAUSE = 500;

	let isAsking = $state(false);
	/** Whether it was begun on this page: of older ones nothing is told once they are done. */
	let isBegun = $state(false);
	let now = $derived(latest);
	const isGoing = $derived(now !== null && !now.isDone);

	$effect(() => {
		if (!isGoing) return;
		isBegun = true;
		const timer = setInterval(async () => {
			const state = await untrack(read);
			if (!state) return;
			now = state;
			if (state.isDone) ondone();
		}, PAUSE);
		return () => clearInterval(timer);
	});
</script>

{#if isGoing && now}
	<span class="flex items-center gap-3" role="status">
		<progress class="progress progress-primary w-40" value={now.sent + now.failed} max={now.all}
		></progress>
		{m.sending_going({ done: now.sent + now.failed, all: now.all })}
	</span>
{:else if isAsking && count}
	<form
		method="post"
		action="?/send"
		class="flex flex-wrap items-center gap-2 border-s-4 border-primary ps-3"
		use:enhance={() => {
			isAsking = false;
			return ({ update }) => update({ reset: false });
		}}
	>
		<span class="font-bold">{m.sending_ask({ count })}</span>
		<button class="btn btn-primary btn-sm">{m.sending_go({ count })}</button>
		<button type="button" class="btn btn-ghost btn-sm" onclick={() => (isAsking = false)}
			>{m.cancel()}</button
		>
	</form>
{:else}
	{#if problem}<span class="text-error" role="alert">{problem}</span>{/if}
	{#if isBegun && now}
		<span role="status">
			{[
				m.teachers_sent({ count: now.sent }),
				now.failed ? m.teachers_not_sent({ count: now.failed }) : '',
			]
				.filter(Boolean)
				.join(' ')}
		</span>
	{/if}
	{#if count}
		<button type="button" class="btn btn-outline btn-sm" onclick={() => (isAsking = true)}>
			{m.teachers_send_all({ count })}
		</button>
	{/if}
{/if}
