<script lang="ts" generics="Found extends { readonly id: string }">
	import type { Snippet } from 'svelte';
	import { Combobox } from 'bits-ui';
	import Search from '@lucide/svelte/icons/search';
	import { m } from '$lib/paraglide/messages';

	/** A field in which somebody is found while typing, and chosen with the arrow keys and Enter, or a click. */
	let {
		label,
		id,
		text = $bindable(),
		found,
		option,
		hrefOf,
		onchoose,
		size = 'input-sm',
		isSearch = false,
	}: {
		label: string;
		/** Of the field, where its label stands beside it. */
		id?: string;
		text: string;
		/** What there is to choose from; `null` while too little is typed. */
		found: readonly Found[] | null;
		/** What a line says. */
		option: Snippet<[Found]>;
		/** Where a line leads, so that it can be opened beside. */
		hrefOf?: ((found: Found) => string) | undefined;
		onchoose: (found: Found) => void;
		size?: string;
		isSearch?: boolean;
	} = $props();

	let isOpen = $state(false);
	let field = $state<HTMLInputElement>();
	// What was found later than it was typed is gone over again: its first line is the one that Enter takes.
	$effect(() => {
		if (found && isOpen) field?.dispatchEvent(new Event('input', { bubbles: true }));
	});

	function choose(chosen: string) {
		const entry = found?.find((one) => one.id === chosen);
		if (!entry) return;
		text = '';
		onchoose(entry);
	}

	/** A line that leads somewhere is a link as well; a plain click is the choice. */
	function clicked(event: MouseEvent) {
		if (!event.metaKey && !event.ctrlKey && event.button === 0) event.preventDefault();
	}
</script>

<Combobox.Root
	type="single"
	value=""
	onValueChange={choose}
	bind:open={() => isOpen && found !== null, (open) => (isOpen = open)}
>
	<div class="relative">
		<Combobox.Input aria-label={id ? undefined : label}>
			{#snippet child({ props: { value: _value, ...props } })}
				<label class="input {size} w-full">
					{#if isSearch}<Search size={14} aria-hidden="true" />{/if}
					<input
						{...props}
						id={id ?? (props.id as string)}
						placeholder={id ? undefined : label}
						autocomplete="off"
						bind:this={field}
						bind:value={
							() => text,
							(typed) => {
								// Also what is pasted or spoken opens the list, not only keys.
								if (typed !== text) isOpen = true;
								text = typed;
							}
						}
						onkeydowncapture={(event) => {
							// Enter in a field of a form would send the form.
							if (event.key === 'Enter' && text.trim()) event.preventDefault();
						}}
					/>
				</label>
			{/snippet}
		</Combobox.Input>
		<Combobox.ContentStatic aria-label={label}>
			{#snippet child({ props, open })}
				{#if open}
					<ul {...props} class={['found', isSearch && 'wide']}>
						{#each found ?? [] as entry (entry.id)}
							<Combobox.Item value={entry.id}>
								{#snippet child({ props: item, highlighted })}
									<svelte:element
										this={hrefOf ? 'a' : 'li'}
										{...item}
										href={hrefOf?.(entry)}
										class={['line', highlighted && 'active']}
										tabindex="-1"
										onclick={clicked}
									>
										{@render option(entry)}
									</svelte:element>
								{/snippet}
							</Combobox.Item>
						{:else}
							<li class="p-3">{m.find_none()}</li>
						{/each}
					</ul>
				{/if}
			{/snippet}
		</Combobox.ContentStatic>
		{#if found && isOpen}
			<span class="sr-only" role="status">{m.find_results({ count: found.length })}</span>
		{/if}
	</div>
</Combobox.Root>

<style>
	.found {
		position: absolute;
		z-index: 10;
		inset-inline-start: 0;
		inline-size: 100%;
		max-block-size: 24rem;
		overflow-y: auto;
		margin-block-start: 0.25rem;
		background: var(--color-base-100);
		border: 1px solid var(--color-base-300);
		border-radius: var(--radius-field);
	}
	.wide {
		inline-size: max(100%, 20rem);
	}
	.line {
		display: block;
		padding: 0.5rem 0.75rem;
		cursor: pointer;
	}
	.line.active,
	.line:hover {
		background: var(--color-base-200);
	}
</style>
