<script lang="ts">
	import type { Clash } from '$lib/core/clashes/find-clashes';
	import { m } from '$lib/paraglide/messages';
	import { epochOf } from '$lib/core/clashes/clash-problem';
	import type { DeskEditor } from './desk-editor.svelte';
	import { clashText } from './desk-text';

	/** What cannot be as it is planned; hours outside the conference's can be said to be right. */
	let {
		clashes,
		editor,
		names,
		maySetUp,
	}: {
		clashes: readonly Clash[];
		editor: DeskEditor;
		names: Parameters<typeof clashText>[1];
		maySetUp: boolean;
	} = $props();

	const outside = $derived(clashes.filter(({ code }) => code === 'outside-conference'));

	/** Such hours are no clash any more, until they are changed. */
	function sayRight(right: readonly Clash[]) {
		const desks = [...new Set(right.flatMap(({ desks }) => desks))];
		editor.change(desks, (plan) => {
			const hours = editor
				.sittings(plan)
				.filter(({ date, start }) =>
					right.some(
						(clash) =>
							clash.desks.includes(plan.id) &&
							clash.date === date &&
							clash.start === epochOf(date, start, names.zone),
					),
				)
				.map(({ date, start, end }) => ({ date, start, end }));
			return { ...plan, rightHours: [...plan.rightHours, ...hours] };
		});
	}
</script>

{#if clashes.length}
	<details class="clashes mb-3">
		<summary class="cursor-pointer font-bold text-error">
			{m.clash_count({ count: clashes.length })}
		</summary>
		{#if outside.length > 1 && maySetUp}
			<button type="button" class="btn btn-outline btn-xs my-1" onclick={() => sayRight(outside)}>
				{m.clash_all_right({ count: outside.length })}
			</button>
		{/if}
		<ul class="max-h-48 overflow-y-auto text-small">
			{#each clashes as clash, index (index)}
				<li class="flex items-baseline gap-3 border-b border-base-300 py-1">
					{clashText(clash, names)}
					{#if clash.code === 'outside-conference' && maySetUp}
						<button
							type="button"
							class="btn btn-ghost btn-xs ms-auto shrink-0"
							onclick={() => sayRight([clash])}>{m.clash_is_right()}</button
						>
					{/if}
				</li>
			{/each}
		</ul>
	</details>
{/if}
