<script lang="ts">
	import type { Snippet } from 'svelte';
	import Menu from '@lucide/svelte/icons/menu';
	import SignOut from './SignOut.svelte';
	import type { Station } from './station';
	import WorkPath from './WorkPath.svelte';
	import { m } from '$lib/paraglide/messages';

	/** The office's house: the path of the work at the side, the work itself in the middle. */
	let {
		stations,
		here,
		label,
		account,
		above,
		below,
		children,
	}: {
		stations: readonly Station[];
		here: string;
		label: string;
		/** Who is signed in. */
		account: string;
		above?: Snippet;
		below?: Snippet;
		children: Snippet;
	} = $props();

	/** On a narrow screen, or a much enlarged one, the path folds: the work comes first. */
	let isOpen = $state(false);
	$effect(() => {
		void here;
		isOpen = false;
	});
</script>

<div class="office">
	<aside class="no-print">
		<button
			type="button"
			class="fold btn btn-ghost btn-sm"
			aria-expanded={isOpen}
			aria-controls="office-path"
			onclick={() => (isOpen = !isOpen)}
		>
			<Menu size={18} aria-hidden="true" />
			{stations.find(({ key }) => key === here)?.name ?? label}
		</button>
		<div id="office-path" class="path" class:open={isOpen}>
			<WorkPath {stations} {here} {label} home={m.path_home()} {above} />
			<div class="mt-8 pe-4">
				{@render below?.()}
				<SignOut name={account} />
			</div>
		</div>
	</aside>
	<main>
		{@render children()}
	</main>
</div>

<style>
	.office {
		display: grid;
		grid-template-columns: 12.5rem minmax(0, 1fr);
		min-block-size: 100dvh;
	}
	aside {
		padding: 1.25rem 0 1.25rem 1.25rem;
		border-inline-end: 1px solid var(--color-base-300);
	}
	.fold {
		display: none;
	}
	main {
		background: var(--color-base-100);
	}
	@media (width < 48rem) {
		.office {
			grid-template-columns: minmax(0, 1fr);
			grid-template-rows: auto 1fr;
		}
		aside {
			border-inline-end: none;
			border-block-end: 1px solid var(--color-base-300);
			padding: 0.375rem 0.75rem;
		}
		.fold {
			display: inline-flex;
		}
		.path:not(.open) {
			display: none;
		}
		.path.open {
			padding-block-start: 1rem;
		}
	}
</style>
