<script lang="ts">
	/** Somebody who was found: the name, and below it what tells it from others. */
	let { found }: { found: { readonly name: string; readonly about: string } } = $props();
</script>

<strong class="block">{found.name}</strong>
<span class="quiet block text-small">{found.about}</span>
