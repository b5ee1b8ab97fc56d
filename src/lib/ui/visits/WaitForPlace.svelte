<script lang="ts">
	import type { FamilyProjection } from '$lib/core/visits/family-projection';
	import { waitingJoin, waitingLeave } from '$lib/operations/visits';
	import { m } from '$lib/paraglide/messages';
	import { familyAct } from './school-line';

	/** Puts a wish on the waiting list, and takes it off again. */
	let {
		view,
		wish,
		reload,
	}: { view: FamilyProjection; wish: string; reload: () => Promise<void> } = $props();

	const act = familyAct({ family: () => view.family, after: () => reload() });
	const isWaiting = $derived(view.waiting.includes(wish));
	const asked = () => ({ conferenceId: view.conference.id, familyId: view.family, wish });
</script>

{#if isWaiting}
	<p class="w-full text-small" role="status">{m.waiting_on()}</p>
{/if}
<button
	type="button"
	class="btn btn-outline"
	disabled={act.isBusy}
	onclick={() => act.perform(isWaiting ? waitingLeave : waitingJoin, asked())}
>
	{isWaiting ? m.waiting_leave() : m.remedy_waiting_list()}
</button>
{#if act.problem}<p class="w-full text-small text-error" role="alert">{act.problem}</p>{/if}
