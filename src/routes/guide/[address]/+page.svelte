<script lang="ts">
	import FamilyGuide from '$lib/ui/guides/FamilyGuide.svelte';

	let { data } = $props();
</script>

<FamilyGuide facts={data.facts} school={data.school} />
