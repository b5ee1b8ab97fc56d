<script lang="ts">
	import type { FamilyLine, FamilySort } from '$lib/operations/families';
	import { adultsLinkRead } from '$lib/operations/messages';
	import { m } from '$lib/paraglide/messages';
	import Seat from '../parts/chairs/Seat.svelte';
	import CopyLink from '../parts/CopyLink.svelte';
	import { dateText, timeText } from '../parts/format/when';
	import { ask } from '../parts/saving/ask-server';

	/** Families with how far they are with booking; each leads to its sheet. */
	let {
		lines,
		zone,
		sort,
		sortHref,
		familyHref,
	}: {
		lines: readonly FamilyLine[];
		zone: string;
		sort: FamilySort;
		sortHref: (sort: FamilySort) => string;
		familyHref: (family: string) => string;
	} = $props();

	const columns: readonly { readonly name: () => string; readonly sort: FamilySort | null }[] = [
		{ name: m.families_family, sort: 'name' },
		{ name: m.families_students, sort: null },
		{ name: m.families_booked, sort: 'missing' },
		{ name: m.families_visit, sort: 'visit' },
		{ name: m.families_links, sort: null },
	];
</script>

<table class="table">
	<thead>
		<tr>
			{#each columns as column (column.name)}
				<th
					scope="col"
					aria-sort={column.sort === sort
						? sort === 'missing'
							? 'descending'
							: 'ascending'
						: undefined}
				>
					{#if column.sort}
						<a class={column.sort === sort ? 'font-bold' : 'link'} href={sortHref(column.sort)}>
							{column.name()}
						</a>
					{:else}
						{column.name()}
					{/if}
				</th>
			{/each}
		</tr>
	</thead>
	<tbody>
		{#each lines as family (family.id)}
			<tr>
				<th scope="row" class="text-body">
					<a class="link" href={familyHref(family.id)}>{family.label}</a>
					{#if family.isAsking}
						<span class="block text-small text-error">{m.families_asking()}</span>
					{:else if family.isWaiting}
						<span class="quiet block text-small">{m.families_waiting()}</span>
					{/if}
				</th>
				<td>
					{#each family.students as student, index (index)}
						<span class="block">
							{student.name} <span class="quiet text-small">{student.classLabel}</span>
						</span>
					{/each}
				</td>
				<td>
					<span
						class="flex flex-wrap items-center"
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
					{#each family.adults as adult (adult.id)}
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
			<tr><td colspan="5">{m.families_none_found()}</td></tr>
		{/each}
	</tbody>
</table>
