<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import Seat from '$lib/ui/parts/chairs/Seat.svelte';
	import { dateText, timeText } from '$lib/ui/parts/format/when';
	import { adultsLinkRead } from '$lib/operations/messages';
	import { ask } from '$lib/ui/parts/saving/ask-server';
	import AskOnce from '$lib/ui/parts/AskOnce.svelte';
	import CopyLink from '$lib/ui/parts/CopyLink.svelte';
	import { enhance } from '$lib/ui/parts/saving/enhance';

	let { data, form } = $props();
	let telling = $state<Partial<Record<'invited' | 'not-booked', HTMLFormElement>>>({});

	const zone = $derived(data.conference.timeZone);
	const booked = $derived(data.families.filter(({ placed }) => placed > 0).length);
</script>

<svelte:head><title>{m.station_families()} · {data.conference.name}</title></svelte:head>

<div class="p-6">
	<h1 class="text-hour">{m.station_families()}</h1>
	<p class="quiet mb-2">{m.families_count({ booked, all: data.families.length })}</p>
	{#if data.mayWrite}
		<p class="mb-6 flex flex-wrap gap-x-6 gap-y-1">
			<a class="link" href="/office/{data.conference.address}/letters">{m.letters_title()}</a>
			<a class="link" href="/office/{data.conference.address}/by-hand">{m.by_hand_title()}</a>
		</p>
	{/if}
	{#if data.toTell}
		<section class="mb-6 max-w-2xl">
			{#if form && 'said' in form}
				<p class="mb-2 font-bold" role="status">{form.said}</p>
			{:else if form && 'problem' in form}
				<p class="mb-2 text-error" role="alert">{form.problem}</p>
			{/if}
			<div class="flex flex-wrap items-start gap-2">
				{#each ['invited', 'not-booked'] as const as what (what)}
					{#if data.toTell[what]}
						<form bind:this={telling[what]} method="post" action="?/tell" use:enhance>
							<input type="hidden" name="what" value={what} />
							<AskOnce
								label={what === 'invited'
									? m.families_invite({ count: data.toTell[what] })
									: m.families_remind({ count: data.toTell[what] })}
								question={what === 'invited'
									? m.families_invite_ask({ count: data.toTell[what] })
									: m.families_remind_ask({ count: data.toTell[what] })}
								yes={m.families_tell_yes()}
								onyes={() => telling[what]?.requestSubmit()}
							/>
						</form>
					{/if}
				{/each}
			</div>
		</section>
	{/if}
	<table class="table">
		<thead>
			<tr>
				<th scope="col">{m.families_family()}</th>
				<th scope="col">{m.families_students()}</th>
				<th scope="col">{m.families_booked()}</th>
				<th scope="col">{m.families_visit()}</th>
				<th scope="col">{m.families_links()}</th>
			</tr>
		</thead>
		<tbody>
			{#each data.families as family (family.id)}
				<tr>
					<th scope="row" class="text-body">{family.label}</th>
					<td>
						{#each family.students as student, index (index)}
							<span class="block">
								{student.name} <span class="quiet text-small">{student.classLabel}</span>
							</span>
						{/each}
					</td>
					<td>
						<span
							class="flex items-center"
							role="img"
							aria-label={m.families_placed({ placed: family.placed, wished: family.wished })}
						>
							{#each { length: family.wished }, index (index)}
								<Seat state={index < family.placed ? 'booked' : 'free'} size={22} />
							{/each}
						</span>
					</td>
					<td>
						{#if family.visit}
							{dateText(family.visit.start, zone)}<br />
							{timeText(family.visit.start, zone)}–{timeText(family.visit.end, zone)}
						{:else}
							<span class="quiet">{m.families_not_yet()}</span>
						{/if}
					</td>
					<td>
						{#each family.adults as adult, index (index)}
							<span class="flex items-center justify-between gap-2">
								{adult.name || m.family_nameless()}
								{#if adult.isInvited}
									<CopyLink
										name={adult.name || m.family_nameless()}
										read={async () => (await ask(adultsLinkRead, { adult: adult.id })).link}
									/>
								{/if}
							</span>
						{/each}
					</td>
				</tr>
			{:else}
				<tr><td colspan="5">{m.families_none()}</td></tr>
			{/each}
		</tbody>
	</table>
</div>
