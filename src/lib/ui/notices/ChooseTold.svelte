<script lang="ts">
	import { toldChoices, type ToldChoice } from '$lib/core/notices/kinds';
	import { m } from '$lib/paraglide/messages';
	import { enhance } from '../parts/saving/enhance';

	/** Of what somebody who receives wants to be told by e-mail. */
	let { told, said }: { told: ToldChoice; said: string | undefined } = $props();

	const choiceText = (choice: ToldChoice): string => {
		switch (choice) {
			case 'all':
				return m.told_all();
			case 'changes':
				return m.told_changes();
			case 'nothing':
				return m.told_nothing();
		}
	};
</script>

<form
	method="post"
	action="?/told"
	class="mt-10 border-t border-base-300 pt-4"
	use:enhance={() =>
		({ update }) =>
			update({ reset: false })}
>
	<fieldset>
		<legend class="mb-1 text-title">{m.told_title()}</legend>
		{#each toldChoices as choice (choice)}
			<label class="flex min-h-11 items-center gap-3">
				<input class="radio" type="radio" name="told" value={choice} checked={choice === told} />
				<span>{choiceText(choice)}</span>
			</label>
		{/each}
	</fieldset>
	<button class="btn btn-outline mt-2 min-h-11">{m.told_save()}</button>
	{#if said}<p class="mt-2" role="status">{said}</p>{/if}
</form>
