<script lang="ts">
	import { m } from '$lib/paraglide/messages';

	let { name }: { name: string } = $props();
</script>

<form method="post" action="/sign-out" class="flex items-baseline gap-3 text-small">
	<span class="quiet">{name}</span>
	<button class="link text-base-content">{m.sign_out()}</button>
</form>
