<script lang="ts">
	import { noticeKinds } from '$lib/core/notices/kinds';
	import { familiesFind, type FoundFamily } from '$lib/operations/found';
	import { m } from '$lib/paraglide/messages';
	import MessagePane from '$lib/ui/notices/MessagePane.svelte';
	import NoticeRulesForm from '$lib/ui/notices/NoticeRulesForm.svelte';
	import { kindText } from '$lib/ui/notices/notice-words';
	import { momentText } from '$lib/ui/parts/format/when';
	import { askOrNull } from '$lib/ui/parts/saving/ask-server';
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import ChooseFamily from '$lib/ui/register/ChooseFamily.svelte';

	let { data, form } = $props();

	const { status } = $derived(data);
	const zone = $derived(data.conference.timeZone);
	const problem = $derived(form?.faults ? form : null);
	let family = $state.raw<FoundFamily | null>(null);
	const familyId = $derived(family?.id ?? data.familyId ?? '');

	const findFamilies = async (text: string) =>
		(await askOrNull(familiesFind, { text, except: null })) ?? [];
</script>

<svelte:head><title>{m.station_notices()} · {data.conference.name}</title></svelte:head>

<div class="p-6">
	<h1 class="mb-2 text-hour">{m.station_notices()}</h1>
	<p class="quiet mb-4 max-w-2xl">{m.notices_about()}</p>
	<p class="mb-6 max-w-2xl" class:text-error={!status.server || status.stuck > 0} role="status">
		{#if !status.server}
			{m.outbox_no_server()}
		{:else}
			{m.notices_server({ server: status.server, from: status.from })}
			{status.lastSent === null
				? m.notices_server_unused()
				: m.notices_server_last({ moment: momentText(status.lastSent, zone) })}
			{#if status.stuck}{m.notices_server_stuck({ count: status.stuck })}{/if}
		{/if}
	</p>
	{#if form && 'said' in form}<p class="mb-4 font-bold" role="status">{form.said}</p>{/if}
	{#if problem}<p class="mb-4 text-error" role="alert">{m.notices_not_saved()}</p>{/if}
	<NoticeRulesForm rules={data.rules} sender={status.from} {problem} mayChange={data.mayChange} />

	<section class="mt-10 max-w-3xl">
		<h2 class="mb-2 text-title">{m.notices_preview()}</h2>
		<form class="mb-4 flex flex-wrap items-end gap-3" data-sveltekit-noscroll>
			<label class="block">
				<span class="mb-1 block font-bold">{m.outbox_kind()}</span>
				<select class="select select-sm" name="kind" value={data.kind}>
					{#each noticeKinds as kind (kind)}<option value={kind}>{kindText(kind)}</option>{/each}
				</select>
			</label>
			<ChooseFamily label={m.notices_preview_family()} search={findFamilies} bind:chosen={family} />
			<input type="hidden" name="family" value={familyId} />
			<button class="btn btn-outline btn-sm">{m.notices_preview_show()}</button>
		</form>
		{#if form && 'testSaid' in form}<p class="mb-2 font-bold" role="status">{form.testSaid}</p>{/if}
		{#if form && 'testProblem' in form}
			<p class="mb-2 text-error" role="alert">{form.testProblem}</p>
		{/if}
		{#if data.preview}
			<p class="mb-2">
				<span class="quiet">{m.notices_preview_subject()}</span>
				<strong>{data.preview.subject}</strong>
			</p>
			<p class="quiet mb-2 text-small">{m.outbox_masked()}</p>
			<form method="post" action="?/test" class="mb-2" use:enhance>
				<input type="hidden" name="kind" value={data.kind} />
				<input type="hidden" name="family" value={data.familyId ?? ''} />
				<button class="btn btn-outline btn-sm">{m.notices_test()}</button>
			</form>
			<MessagePane message={data.preview} />
		{:else if data.isWanted}
			<p>{m.notices_preview_none()}</p>
		{/if}
	</section>
</div>
