<script lang="ts">
	import { lookAround } from './look-around';

	/** The school's words to whoever comes in. */
	const look = lookAround();
	const words = $derived(look()?.welcome);
</script>

{#if words}<p class="as-typed mb-5 whitespace-pre-line">{words}</p>{/if}
