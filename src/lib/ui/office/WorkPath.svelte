<script lang="ts">
	import type { Station } from './station';

	/** The order of the work as a path: a station for each step and a word on how it stands. */
	let {
		stations,
		here,
		label,
	}: {
		stations: readonly Station[];
		here: string;
		label: string;
	} = $props();
</script>

<nav aria-label={label}>
	<ol class="path">
		{#each stations as { key, href, name, note, state } (key)}
			<li class={state} class:here={here === key}>
				<a {href} aria-current={here === key ? 'page' : undefined}>
					<strong class="block">{name}</strong>
					<span class="quiet block text-small">{note}</span>
				</a>
			</li>
		{/each}
	</ol>
</nav>

<style>
	.path {
		position: relative;
		margin-inline-start: 0.375rem;
		border-inline-start: 2px solid var(--color-accent);
	}
	li {
		position: relative;
	}
	li::before {
		content: '';
		position: absolute;
		inset-inline-start: -0.5rem;
		inset-block-start: 0.8rem;
		inline-size: 0.875rem;
		block-size: 0.875rem;
		border: 2px solid var(--color-accent);
		border-radius: 50%;
		background: var(--color-base-200);
	}
	li.done::before {
		background: var(--color-accent);
	}
	li.look::before {
		background: var(--color-error);
		border-color: var(--color-error);
	}
	.path a {
		display: block;
		padding: 0.375rem 0.5rem 0.375rem 1.125rem;
	}
	li.here {
		background: var(--color-base-100);
	}
</style>
