<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import { noEmailText } from '$lib/ui/notices/notice-words';

	let { data } = $props();

	const base = $derived(`/office/${data.conference.address}`);
	const toCall = $derived(data.people.filter(({ telephone }) => telephone !== null));
	const toWrite = $derived(data.people.filter(({ telephone }) => telephone === null));
</script>

<svelte:head><title>{m.by_hand_title()} · {data.conference.name}</title></svelte:head>

{#snippet list(title: string, people: typeof data.people)}
	<h2 class="mt-6 mb-2 text-title">{title}</h2>
	<table class="table table-sm max-w-3xl">
		<thead>
			<tr>
				<th scope="col">{m.by_hand_adult()}</th>
				<th scope="col">{m.families_family()}</th>
				<th scope="col">{m.by_hand_why()}</th>
				{#if people === toCall}<th scope="col">{m.by_hand_telephone()}</th>{/if}
			</tr>
		</thead>
		<tbody>
			{#each people as { adult, name, family, why, telephone, isOtherReached } (`${adult} ${family.id}`)}
				<tr>
					<th scope="row" class="font-normal">{name}</th>
					<td>
						<a class="link" href="/office/people/families/{family.id}">{family.label}</a>
					</td>
					<td>
						{noEmailText(why)}
						{#if isOtherReached}
							<span class="quiet block text-small">{m.by_hand_other()}</span>
						{/if}
					</td>
					{#if telephone !== null}
						<td><a class="link whitespace-nowrap" href="tel:{telephone}">{telephone}</a></td>
					{/if}
				</tr>
			{/each}
		</tbody>
	</table>
{/snippet}

<div class="p-6">
	<h1 class="mb-2 text-hour">{m.by_hand_title()}</h1>
	<p class="max-w-2xl">{data.people.length ? m.by_hand_about() : m.by_hand_nobody()}</p>
	{#if toCall.length}{@render list(m.by_hand_call({ count: toCall.length }), toCall)}{/if}
	{#if toWrite.length}
		{@render list(m.by_hand_write({ count: toWrite.length }), toWrite)}
		{#if data.mayWrite}
			<p class="mt-3">
				<a class="link" href="{base}/letters?only=by-hand">{m.by_hand_letters()}</a>
			</p>
		{/if}
	{/if}
</div>
