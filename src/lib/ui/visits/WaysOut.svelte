<script lang="ts">
	import { m } from '$lib/paraglide/messages';

	/** Below a family's visit: how it works, what is kept, another code, and leaving the phone. */
	let {
		guide,
		details,
		otherCode,
		leaving,
		onleave,
	}: {
		/** Where one reads how booking works; `null`: nobody can read it yet. */
		guide: string | null;
		/** Where one reads what is kept. */
		details: string;
		otherCode: string;
		/** Where leaving is sent to. */
		leaving: string;
		onleave?: (event: SubmitEvent & { readonly currentTarget: HTMLFormElement }) => void;
	} = $props();
</script>

<footer class="no-print mt-10 flex flex-wrap gap-x-5 border-t border-base-300 pt-2">
	{#if guide !== null}<a class="way" href={guide}>{m.guide_link()}</a>{/if}
	<a class="way" href={details}>{m.details_title()}</a>
	<a class="way" href={otherCode}>{m.leave_phone_other()}</a>
	<form method="post" action={leaving} onsubmit={onleave}>
		<button class="way">{m.leave_phone()}</button>
	</form>
</footer>

<style>
	.way {
		min-block-size: 2.75rem;
		display: inline-flex;
		align-items: center;
		font-size: var(--text-small);
		text-decoration: underline;
		cursor: pointer;
	}
</style>
