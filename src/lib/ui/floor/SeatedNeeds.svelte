<script lang="ts">
	import { m } from '$lib/paraglide/messages';

	/** What a family needs that whoever receives it should know. */
	let {
		seated,
	}: {
		seated: {
			readonly interpreting: { readonly language: string; readonly name: string | null } | null;
			readonly stepFree: boolean;
		};
	} = $props();
</script>

{#if seated.interpreting}
	{@const { language, name } = seated.interpreting}
	<span class="block text-small"
		>{name ? m.day_interpreter({ name, language }) : m.day_interpreter_missing({ language })}</span
	>
{/if}
{#if seated.stepFree}<span class="block text-small">{m.day_step_free()}</span>{/if}
