<script lang="ts">
	import type { FormProblem } from '$lib/operations/form-problem';

	/** What is wrong with a form as a whole; what is wrong with a field is told there. */
	let { problem }: { problem: FormProblem | null | undefined } = $props();
</script>

{#if problem && Object.keys(problem.faults).length === 0}
	<p class="mb-4 text-error" role="alert">{problem.problem}</p>
{/if}
