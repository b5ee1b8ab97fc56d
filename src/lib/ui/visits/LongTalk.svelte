<script lang="ts">
	import type { FamilyProjection, ShownWish } from '$lib/core/visits/family-projection';
	import { MINUTE } from '$lib/core/time/local-of';
	import { wishLengthen } from '$lib/operations/visits';
	import { m } from '$lib/paraglide/messages';
	import { familyAct } from './school-line';

	/** A long talk instead of the usual one, where the teacher has them. */
	let {
		view,
		wish,
		longLength,
		reload,
	}: {
		view: FamilyProjection;
		wish: ShownWish;
		/** Slots. */
		longLength: number;
		reload: () => Promise<void>;
	} = $props();

	const act = familyAct({ family: () => view.family, after: () => reload() });
	const isLong = $derived(wish.length >= longLength);
	/** As the first of its slots are. */
	const minutes = $derived.by(() => {
		const slot = view.slots.find(({ desk }) => wish.desks.includes(desk));
		return slot ? Math.round((slot.end - slot.start) / MINUTE) : 0;
	});

	function choose(event: Event & { readonly currentTarget: HTMLInputElement }) {
		const { conference, family } = view;
		void act.perform(wishLengthen, {
			conferenceId: conference.id,
			familyId: family,
			wish: wish.id,
			isLong: event.currentTarget.checked,
		});
	}
</script>

<label class="long">
	<input
		type="checkbox"
		class="checkbox checkbox-sm"
		checked={isLong}
		disabled={act.isBusy}
		onchange={choose}
	/>
	{m.long_talk({ long: minutes * longLength, usual: minutes })}
</label>
{#if act.problem}<p class="text-small text-error" role="alert">{act.problem}</p>{/if}

<style>
	.long {
		display: flex;
		align-items: center;
		gap: 0.625rem;
		min-block-size: 2.75rem;
		margin-block: -0.25rem 0.375rem;
		padding-inline-start: 3.25rem;
		font-size: var(--text-small);
		cursor: pointer;
	}
</style>
