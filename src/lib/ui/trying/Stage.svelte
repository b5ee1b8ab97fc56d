<script lang="ts">
	import { m } from '$lib/paraglide/messages';

	/** One page twice: on a phone, and on a wide screen beside it. What is done on one is there on the other. */
	let { page }: { page: string } = $props();
</script>

<div class="stage">
	<figure class="phone">
		<figcaption class="mb-1 text-small">{m.try_phone()}</figcaption>
		<iframe title={m.try_phone()} src={page}></iframe>
	</figure>
	<figure class="wide">
		<figcaption class="mb-1 text-small">{m.try_wide()}</figcaption>
		<iframe title={m.try_wide()} src={page}></iframe>
	</figure>
</div>

<style>
	.stage {
		display: grid;
		grid-template-columns: 390px minmax(0, 1fr);
		gap: 1.5rem;
	}
	iframe {
		display: block;
		inline-size: 100%;
		block-size: 780px;
		background: var(--color-base-200);
		border: 2px solid var(--color-base-content);
	}
	.phone iframe {
		border-radius: 1.25rem;
	}
	.wide iframe {
		border-radius: var(--radius-box);
	}
	@media (width < 75rem) {
		.stage {
			grid-template-columns: min(100%, 390px);
		}
		.wide {
			display: none;
		}
	}
</style>
