<script lang="ts">
	import { Search } from '@lucide/svelte';
	import { m } from '$lib/paraglide/messages';

	interface Found {
		readonly kind: 'teacher' | 'interpreter' | 'student' | 'family';
		readonly id: string;
		readonly name: string;
		readonly about: string | null;
	}

	/** Finds anybody in the register while typing; the arrow keys and Enter do the rest. */
	let {
		search,
		hrefOf,
	}: {
		search: (text: string) => Promise<readonly Found[]>;
		hrefOf: (found: Found) => string;
	} = $props();

	let text = $state('');
	let found = $state.raw<readonly Found[] | null>(null);
	let active = $state(0);
	let links = $state<HTMLAnchorElement[]>([]);

	const kindText = (kind: Found['kind']): string =>
		({
			teacher: m.find_kind_teacher,
			interpreter: m.find_kind_interpreter,
			student: m.find_kind_student,
			family: m.find_kind_family,
		})[kind]();

	$effect(() => {
		const typed = text.trim();
		if (typed.length < 2) {
			found = null;
			return;
		}
		let stale = false;
		const timer = setTimeout(async () => {
			const answer = await search(typed);
			if (stale) return;
			found = answer;
			active = 0;
		}, 120);
		return () => {
			stale = true;
			clearTimeout(timer);
		};
	});

	function keyed(event: KeyboardEvent) {
		if (!found) return;
		if (event.key === 'ArrowDown') active = Math.min(active + 1, found.length - 1);
		else if (event.key === 'ArrowUp') active = Math.max(active - 1, 0);
		else if (event.key === 'Enter') links[active]?.click();
		else if (event.key === 'Escape') text = '';
		else return;
		event.preventDefault();
	}
</script>

<div class="relative mb-6">
	<label class="input input-sm w-full">
		<Search size={14} aria-hidden="true" />
		<input
			type="search"
			role="combobox"
			aria-label={m.find_label()}
			aria-expanded={found !== null}
			aria-controls="found-people"
			aria-activedescendant={found?.length ? `found-${active}` : undefined}
			placeholder={m.find_label()}
			autocomplete="off"
			bind:value={text}
			onkeydown={keyed}
		/>
	</label>
	{#if found}
		<ul id="found-people" class="found" role="listbox" aria-label={m.find_label()}>
			{#each found as entry, index (`${entry.kind}${entry.id}`)}
				<li role="option" id="found-{index}" aria-selected={index === active}>
					<a
						bind:this={links[index]}
						href={hrefOf(entry)}
						tabindex="-1"
						class:active={index === active}
						onclick={() => (text = '')}
					>
						<strong>{entry.name}</strong>
						<span class="quiet block text-small"
							>{[kindText(entry.kind), entry.about].filter(Boolean).join(' · ')}</span
						>
					</a>
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
		inline-size: 20rem;
		max-block-size: 24rem;
		overflow-y: auto;
		margin-block-start: 0.25rem;
		background: var(--color-base-100);
		border: 1px solid var(--color-base-300);
		border-radius: var(--radius-field);
	}
	.found a {
		display: block;
		padding: 0.5rem 0.75rem;
	}
	.found a.active,
	.found a:hover {
		background: var(--color-base-200);
	}
</style>
