<script lang="ts">
	import { m } from '$lib/paraglide/messages';

	let { name }: { name: string } = $props();
</script>

<form method="post" action="/sign-out" class="flex items-baseline gap-3 text-small">
	<a class="quiet hover:underline" href="/account">{name}</a>
	<button class="link text-base-content">{m.sign_out()}</button>
</form>
