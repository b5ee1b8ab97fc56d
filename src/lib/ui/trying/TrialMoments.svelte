<script lang="ts">
	import type { TrialMoment, TrialMomentName } from '$lib/core/trying/moments';
	import { m } from '$lib/paraglide/messages';
	import { momentText } from '../parts/format/when';

	/** The moments at which a page can be tried, to choose from. */
	let {
		moments,
		current,
		zone,
		hrefOf,
	}: {
		moments: readonly TrialMoment[];
		current: TrialMomentName;
		zone: string;
		hrefOf: (moment: TrialMomentName) => string;
	} = $props();

	function nameOf(name: TrialMomentName): string {
		switch (name) {
			case 'now':
				return m.try_moment_now();
			case 'before':
				return m.try_moment_before();
			case 'open':
				return m.try_moment_open();
			case 'day':
				return m.try_moment_day();
		}
	}
</script>

<nav aria-label={m.try_moment()}>
	<ul class="flex flex-wrap gap-2">
		{#each moments as { name, at } (name)}
			<li>
				<a
					class={['moment', name === current && 'current']}
					href={hrefOf(name)}
					aria-current={name === current ? 'true' : undefined}
					data-sveltekit-noscroll
					data-sveltekit-keepfocus
				>
					<strong class="block">{nameOf(name)}</strong>
					<span class="text-small">{momentText(at, zone)}</span>
				</a>
			</li>
		{/each}
	</ul>
</nav>

<style>
	.moment {
		display: block;
		padding: 0.375rem 0.75rem;
		border: 1px solid var(--color-base-300);
		border-radius: var(--radius-field);
		background: var(--color-base-100);
	}
	.moment.current {
		border-color: var(--color-primary);
		box-shadow: inset 0 -3px 0 var(--color-primary);
	}
</style>
