<script lang="ts">
	import { noticeKinds, noticeStates } from '$lib/core/notices/kinds';
	import { m } from '$lib/paraglide/messages';
	import { isTrouble, kindText, reasonText, stateText } from '$lib/ui/notices/notice-words';
	import { momentText } from '$lib/ui/parts/format/when';

	let { data } = $props();

	const zone = $derived(data.conference.timeZone);
	const base = $derived(`/office/${data.conference.address}/outbox`);
</script>

<svelte:head><title>{m.station_outbox()} · {data.conference.name}</title></svelte:head>

<div class="p-6">
	<h1 class="mb-2 text-hour">{m.station_outbox()}</h1>
	<p class="quiet mb-4 max-w-2xl">
		{m.outbox_about()}
		<a class="link" href="/office/{data.conference.address}/by-hand">{m.by_hand_title()}</a>
	</p>
	{#if !data.hasMailServer}
		<p class="mb-4 max-w-2xl rounded-box border border-error p-3" role="status">
			{m.outbox_no_server()}
		</p>
	{/if}
	<form class="mb-4 flex flex-wrap items-end gap-3">
		<label class="block">
			<span class="mb-1 block font-bold">{m.outbox_for()}</span>
			<input class="input input-sm w-56" type="search" name="for" value={data.search.text} />
		</label>
		<label class="block">
			<span class="mb-1 block font-bold">{m.outbox_kind()}</span>
			<select class="select select-sm" name="kind" value={data.search.kind ?? ''}>
				<option value="">{m.outbox_all()}</option>
				{#each noticeKinds as kind (kind)}<option value={kind}>{kindText(kind)}</option>{/each}
			</select>
		</label>
		<label class="block">
			<span class="mb-1 block font-bold">{m.outbox_state()}</span>
			<select class="select select-sm" name="state" value={data.search.state ?? ''}>
				<option value="">{m.outbox_all()}</option>
				{#each noticeStates as state (state)}<option value={state}>{stateText(state)}</option
					>{/each}
			</select>
		</label>
		<button class="btn btn-outline btn-sm">{m.outbox_look()}</button>
	</form>
	<p class="mb-2" role="status">
		{data.lines.length < data.all
			? m.outbox_count_some({ shown: data.lines.length, all: data.all })
			: m.outbox_count({ count: data.all })}
	</p>
	{#if data.lines.length}
		<table class="table table-sm">
			<thead>
				<tr>
					<th scope="col">{m.outbox_when()}</th>
					<th scope="col">{m.outbox_to()}</th>
					<th scope="col">{m.outbox_kind()}</th>
					<th scope="col">{m.outbox_state()}</th>
				</tr>
			</thead>
			<tbody>
				{#each data.lines as line (line.id)}
					<tr>
						<td>{momentText(line.at, zone)}</td>
						<th scope="row" class="text-body font-normal">
							{line.to || m.outbox_nobody()}
							{#if line.family}
								<a
									class="quiet link block text-small"
									href="/office/people/families/{line.family.id}"
								>
									{line.family.label}
								</a>
							{/if}
						</th>
						<td><a class="link" href="{base}/{line.id}">{kindText(line.kind)}</a></td>
						<td class:text-error={isTrouble(line.state, line.reason)}>
							{stateText(line.state)}
							{#if line.reason}
								<span class="block text-small">{reasonText(line.reason)}</span>
							{/if}
						</td>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
</div>
