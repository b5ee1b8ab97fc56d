<script lang="ts" generics="Found extends { readonly id: string }">
	import type { Snippet } from 'svelte';
	import { Search } from '@lucide/svelte';
	import { m } from '$lib/paraglide/messages';

	/** Finds somebody while typing; the arrow keys and Enter do the rest. */
	let {
		label,
		search,
		option,
		hrefOf,
		choose,
	}: {
		label: string;
		search: (text: string) => Promise<readonly Found[]>;
		/** What a line says. */
		option: Snippet<[Found]>;
		/** Where a line leads; without it `choose` is told. */
		hrefOf?: (found: Found) => string;
		choose?: (found: Found) => void;
	} = $props();

	const id = $props.id();
	/** From so many letters on something is looked for, so many milliseconds after the last one. */
	const FEWEST_LETTERS = 2;
	const PAUSE = 120;

	let text = $state('');
	let found = $state.raw<readonly Found[] | null>(null);
	let active = $state(0);
	let lines = $state<HTMLElement[]>([]);

	$effect(() => {
		const typed = text.trim();
		if (typed.length < FEWEST_LETTERS) {
			found = null;
			return;
		}
		let stale = false;
		const timer = setTimeout(async () => {
			const answer = await search(typed);
			if (stale) return;
			found = answer;
			active = 0;
		}, PAUSE);
		return () => {
			stale = true;
			clearTimeout(timer);
		};
	});

	function take(entry: Found) {
		text = '';
		choose?.(entry);
	}

	function keyed(event: KeyboardEvent) {
		if (!found) {
			// Enter in a field of a form would send the form.
			if (event.key === 'Enter') event.preventDefault();
			return;
		}
		if (event.key === 'ArrowDown') active = Math.min(active + 1, found.length - 1);
		else if (event.key === 'ArrowUp') active = Math.max(active - 1, 0);
		else if (event.key === 'Enter') lines[active]?.click();
		else if (event.key === 'Escape') text = '';
		else return;
		event.preventDefault();
		lines[active]?.scrollIntoView({ block: 'nearest' });
	}
</script>

<div class="relative">
	<label class="input input-sm w-full">
		<Search size={14} aria-hidden="true" />
		<input
			type="search"
			role="combobox"
			aria-label={label}
			aria-expanded={found !== null}
			aria-controls="{id}-found"
			aria-activedescendant={found?.length ? `${id}-${active}` : undefined}
			placeholder={label}
			autocomplete="off"
			bind:value={text}
			onkeydown={keyed}
		/>
	</label>
	{#if found}
		<ul id="{id}-found" class="found" role="listbox" aria-label={label}>
			{#each found as entry, index (entry.id)}
				<li role="option" id="{id}-{index}" aria-selected={index === active}>
					<svelte:element
						this={hrefOf ? 'a' : 'button'}
						bind:this={lines[index]}
						href={hrefOf?.(entry)}
						type={hrefOf ? undefined : 'button'}
						role={hrefOf ? undefined : 'button'}
						class="line"
						class:active={index === active}
						tabindex="-1"
						onclick={() => take(entry)}
					>
						{@render option(entry)}
					</svelte:element>
				</li>
			{:else}
				<li class="p-3">{m.find_none()}</li>
			{/each}
		</ul>
		<span class="sr-only" role="status">{m.find_results({ count: found.length })}</span>
	{/if}
</div>

<style>
	.found {
		position: absolute;
		z-index: 10;
		inset-inline-start: 0;
		inline-size: max(100%, 20rem);
		max-block-size: 24rem;
		overflow-y: auto;
		margin-block-start: 0.25rem;
		background: var(--color-base-100);
		border: 1px solid var(--color-base-300);
		border-radius: var(--radius-field);
	}
	.line {
		display: block;
		inline-size: 100%;
		padding: 0.5rem 0.75rem;
		text-align: start;
		cursor: pointer;
	}
	.line.active,
	.line:hover {
		background: var(--color-base-200);
	}
</style>
