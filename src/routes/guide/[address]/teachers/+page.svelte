<script lang="ts">
	import TeacherGuide from '$lib/ui/guides/TeacherGuide.svelte';

	let { data } = $props();
</script>

<TeacherGuide facts={data.facts} school={data.school} />
