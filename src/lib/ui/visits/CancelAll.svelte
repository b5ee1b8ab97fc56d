<script lang="ts">
	import { m } from '$lib/paraglide/messages';

	/** Cancels the whole visit, and asks once. */
	let { count, isBusy, oncancel }: { count: number; isBusy: boolean; oncancel: () => void } =
		$props();

	let isAsking = $state(false);
	const id = $props.id();
</script>

{#if isAsking}
	<div role="alertdialog" aria-labelledby="{id}-ask" class="rounded-box border border-error p-3">
		<p id="{id}-ask" class="mb-2">{m.booked_cancel_all_ask({ count })}</p>
		<div class="flex flex-wrap gap-2">
			<button type="button" class="btn btn-error" disabled={isBusy} onclick={oncancel}>
				{m.cancel_yes()}
			</button>
			<button type="button" class="btn btn-outline" onclick={() => (isAsking = false)}>
				{m.cancel_no()}
			</button>
		</div>
	</div>
{:else}
	<button type="button" class="btn btn-ghost" onclick={() => (isAsking = true)}>
		{m.booked_cancel_all()}
	</button>
{/if}
