<script lang="ts">
	import type { Snippet } from 'svelte';
	import ChairMark from '../parts/chairs/ChairMark.svelte';
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
		find,
		below,
		children,
	}: {
		stations: readonly Station[];
		here: string;
		label: string;
		/** Who is signed in. */
		account: string;
		/** Where somebody is found, whatever else is on the screen. */
		find?: Snippet;
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
		<a href="/office" class="home flex items-center gap-3 text-primary" aria-label={m.path_home()}>
			<ChairMark size={34} />
			<span class="font-display text-title font-semibold text-base-content">Ten Chairs</span>
		</a>
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
		{#if find}<div class="find">{@render find()}</div>{/if}
		<div id="office-path" class="path" class:open={isOpen}>
			<WorkPath {stations} {here} {label} />
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
	.home {
		margin-block-end: 1.5rem;
	}
	.find {
		margin-block-end: 1.25rem;
		padding-inline-end: 1rem;
	}
	main {
		background: var(--color-base-100);
	}
	@media print {
		/* The path is not printed, nor the room that it takes. */
		.office {
			display: block;
		}
		main {
			background: none;
		}
	}
	@media (width < 48rem) {
		.office {
			grid-template-columns: minmax(0, 1fr);
			grid-template-rows: auto 1fr;
		}
		aside {
			border-inline-end: none;
			border-block-end: 1px solid var(--color-base-300);
			display: flex;
			flex-wrap: wrap;
			align-items: center;
			column-gap: 0.75rem;
			padding: 0.375rem 0.75rem;
		}
		.home {
			display: none;
		}
		.find {
			flex: 1;
			min-inline-size: 10rem;
			margin: 0;
			padding: 0;
		}
		.path {
			inline-size: 100%;
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
