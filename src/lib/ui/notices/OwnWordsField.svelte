<script lang="ts">
	import type { OwnWords } from '$lib/core/notices/notice-rules';

	/** A paragraph of the school's own for messages of one kind, or for all. */
	let {
		kind,
		label,
		value,
		fault,
	}: { kind: OwnWords; label: string; value: string; fault: string | undefined } = $props();

	const id = $derived(`words-${kind}`);
</script>

<div>
	<label class="mb-1 block font-bold" for={id}>{label}</label>
	<textarea
		{id}
		name={id}
		rows="2"
		class="textarea w-full max-w-2xl"
		aria-invalid={fault ? true : undefined}
		aria-describedby={fault ? `${id}-fault` : undefined}>{value}</textarea
	>
	{#if fault}<p id="{id}-fault" class="text-small text-error" role="alert">{fault}</p>{/if}
</div>
