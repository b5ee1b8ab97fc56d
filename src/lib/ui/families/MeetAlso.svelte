<script lang="ts">
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { officeFind, type FoundForOffice } from '$lib/operations/found';
	import { m } from '$lib/paraglide/messages';
	import { askOrNull } from '../parts/saving/ask-server';
	import FindList from '../register/FindList.svelte';
	import FoundLine from '../register/FoundLine.svelte';
	import type { OfficeVisit } from './office-visit.svelte';

	/** Lets a family meet somebody who is none of its children's teachers. */
	let {
		view,
		visit,
		onmet,
	}: {
		view: FamilyProjection;
		visit: OfficeVisit;
		/** The meeting stands among those that are missing. */
		onmet: () => void;
	} = $props();

	let about = $state('');
	const student = $derived(view.students.find(({ id }) => id === about) ?? view.students[0]);

	async function search(text: string): Promise<readonly FoundForOffice[]> {
		const found = await askOrNull(officeFind, { conferenceId: view.conference.id, text });
		return (found ?? []).filter(({ kind }) => kind === 'desk');
	}

	async function meet(student: string, desk: string) {
		if (await visit.meetAlso(student, desk)) onmet();
	}
</script>

{#if student}
	<div class="mb-4 flex flex-wrap items-end gap-x-4 gap-y-2 no-print">
		{#if view.students.length > 1}
			<label>
				<span class="block text-small">{m.meet_also_about()}</span>
				<select class="select select-sm" bind:value={about}>
					{#each view.students as { id, name }, index (id)}
						<option value={index === 0 ? '' : id}>{name}</option>
					{/each}
				</select>
			</label>
		{/if}
		<div class="grow">
			<FindList
				label={m.meet_also()}
				{search}
				onchoose={({ id }: FoundForOffice) => void meet(student.id, id)}
			>
				{#snippet option(found: FoundForOffice)}<FoundLine {found} />{/snippet}
			</FindList>
		</div>
	</div>
{/if}
