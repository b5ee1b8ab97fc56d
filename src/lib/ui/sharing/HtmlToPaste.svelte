<script lang="ts">
	import CopyButton from '../parts/CopyButton.svelte';

	/** A piece of HTML for somebody else's page, to be copied in one act. */
	let { title, html }: { title: string; html: string } = $props();

	const id = $props.id();
</script>

<section class="mb-5" aria-labelledby={id}>
	<h3 {id} class="mb-1 font-bold">{title}</h3>
	<!-- Scrolled by the keyboard, too. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<pre
		class="mb-2 overflow-x-auto rounded-box border border-base-300 bg-base-200 p-3 text-small whitespace-pre-wrap wrap-anywhere"
		tabindex="0">{html}</pre>
	<CopyButton name={title} text={html} />
</section>
