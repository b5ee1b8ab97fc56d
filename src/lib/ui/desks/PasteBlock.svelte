<script lang="ts">
	import { layBlock } from '$lib/core/desks/lay-block';
	import { readBlock, type BlockFault } from '$lib/core/desks/read-block';
	import { datesOf } from '$lib/core/desks/desk-plan';
	import { readBlockText } from '$lib/files/read-block-text';
	import { m } from '$lib/paraglide/messages';
	import { localDateText } from '../parts/format/when';
	import type { NamedRoom } from '$lib/core/clashes/clash-problem';
	import type { Teacher } from './board-facts';
	import type { DeskEditor } from './desk-editor.svelte';
	import { placesText, stretchText } from './desk-text';

	/** A block from a spreadsheet: what it would make of the desks is shown before it does. */
	let {
		editor,
		teachers,
		rooms,
		onclose,
	}: {
		editor: DeskEditor;
		teachers: readonly Teacher[];
		rooms: readonly NamedRoom[];
		onclose: () => void;
	} = $props();

	let text = $state('');
	const read = $derived(text.trim() ? readBlock(readBlockText(text), datesOf(editor.hours)) : null);
	const laid = $derived(
		read &&
			layBlock(read.lines, editor.plans, teachers, {
				conference: editor.hours,
				newId: editor.tools.newId,
				buildingOf: (room) => rooms.find(({ name }) => name === room)?.buildingName ?? '',
			}),
	);

	function faultText({ code, text }: BlockFault): string {
		switch (code) {
			case 'no-teacher':
				return m.block_no_teacher();
			case 'unreadable-date':
				return m.block_date({ text });
			case 'unreadable-time':
				return m.block_time({ text });
			case 'one-time-missing':
				return m.block_one_time({ text });
			case 'end-before-start':
				return m.hours_end_before_start();
			case 'unreadable-link':
				return m.desk_link_wrong();
		}
	}

	function take() {
		if (!laid) return;
		// Names that are new to the school are told to the editor under the ids that the desks use.
		const ids = new Map(laid.newTeachers.map(({ id, name }) => [id, editor.newTeacher(name)]));
		const plans = laid.plans.map((plan) => ({
			...plan,
			people: plan.people.map((entry) => ({
				...entry,
				person: ids.get(entry.person) ?? entry.person,
			})),
		}));
		editor.apply(
			plans.map((plan) => [plan.id, plan]),
			m.said_block({ count: plans.length }),
		);
		onclose();
	}
</script>

<div class="space-y-3">
	<h2 class="text-title">{m.block_title()}</h2>
	<label class="block">
		<span class="quiet mb-1 block text-small">{m.block_hint()}</span>
		<textarea
			class="textarea w-full font-mono text-small"
			rows="6"
			aria-label={m.block_label()}
			placeholder={m.block_example()}
			bind:value={text}></textarea>
	</label>
	{#if read && laid}
		{#if read.faults.length || laid.unclear.length}
			<ul class="text-small text-error" role="alert">
				{#each laid.unclear as { line, teacher } (line)}
					<li>{m.block_line({ line, sentence: m.block_several({ text: teacher }) })}</li>
				{/each}
				{#each read.faults as fault (fault.line)}
					<li>{m.block_line({ line: fault.line, sentence: faultText(fault) })}</li>
				{/each}
			</ul>
		{/if}
		<table class="table table-sm">
			<thead>
				<tr>
					<th scope="col">{m.ruler_desk()}</th>
					<th scope="col">{m.desk_hours()}</th>
					<th scope="col">{m.desk_where()}</th>
				</tr>
			</thead>
			<tbody>
				{#each laid.plans as plan (plan.id)}
					<tr>
						<td>
							{plan.name}
							{#if laid.added.has(plan.id)}<span class="quiet block text-small"
									>{m.block_new()}</span
								>{/if}
						</td>
						<td>
							{#each editor.sittings(plan) as sitting (`${sitting.date}${sitting.start}`)}
								<span class="block whitespace-nowrap">
									{localDateText(sitting.date, 'short')}, {stretchText(sitting)}
								</span>
							{/each}
						</td>
						<td>{placesText(plan.series[0]?.places ?? [])}</td>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
	<div class="flex gap-2">
		<button
			type="button"
			class="btn btn-primary btn-sm"
			disabled={!laid?.plans.length}
			onclick={take}
		>
			{m.block_take({ count: laid?.plans.length ?? 0 })}
		</button>
		<button type="button" class="btn btn-ghost btn-sm" onclick={onclose}>{m.cancel()}</button>
	</div>
</div>
