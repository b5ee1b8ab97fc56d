<script lang="ts">
	import type { FormProblem } from '$lib/operations/form-problem';
	import type { Trier } from '$lib/operations/trying';
	import { m } from '$lib/paraglide/messages';
	import AskOnce from '../parts/AskOnce.svelte';
	import CopyLink from '../parts/CopyLink.svelte';
	import TextField from '../parts/forms/TextField.svelte';
	import { momentText } from '../parts/format/when';
	import { enhance } from '../parts/saving/enhance';

	/** Colleagues who try the conference by links of their own, until it is wiped. */
	let {
		triers,
		zone,
		isOpen,
		problem,
		said,
	}: {
		triers: readonly Trier[];
		zone: string;
		/** Families see the conference. */
		isOpen: boolean;
		problem: FormProblem | undefined;
		/** What came of the last act. */
		said: string | undefined;
	} = $props();

	let name = $state('');
	let email = $state('');
	let ending = $state<HTMLFormElement>();

	function stateOf({ openedAt, booked }: Trier): string {
		if (booked > 0) return m.trial_booked({ count: booked });
		return openedAt === null
			? m.trial_not_opened()
			: m.trial_opened({ moment: momentText(openedAt, zone) });
	}
</script>

<section class="mt-10 max-w-3xl">
	<h2 class="mb-2 text-title">{m.trial_title()}</h2>
	<p class="quiet mb-4">{m.trial_about()}</p>
	{#if said}<p class="mb-4 font-bold" role="status">{said}</p>{/if}
	{#if triers.length}
		<ul class="mb-4">
			{#each triers as trier (trier.family)}
				<li class="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-base-300 py-2">
					<strong>{trier.name}</strong>
					<span class="quiet grow text-small">{stateOf(trier)}</span>
					<CopyLink name={trier.name} link={trier.link} />
				</li>
			{/each}
		</ul>
		<form method="post" action="?/end" bind:this={ending} use:enhance class="mb-6">
			<AskOnce
				label={m.trial_end()}
				question={m.trial_end_ask()}
				yes={m.trial_end_yes()}
				no={m.open_not_yet()}
				isBusy={false}
				onyes={() => ending?.requestSubmit()}
			/>
		</form>
	{/if}
	{#if isOpen}
		<p>{m.trial_is_open()}</p>
	{:else}
		{#if problem && Object.keys(problem.faults).length === 0}
			<p class="mb-2 text-error" role="alert">{problem.problem}</p>
		{/if}
		<form
			method="post"
			action="?/begin"
			class="flex flex-wrap items-start gap-x-4"
			novalidate
			use:enhance={() =>
				async ({ result, update }) => {
					await update();
					if (result.type !== 'success') return;
					name = '';
					email = '';
				}}
		>
			<TextField
				label={m.trial_name()}
				id="name"
				width="w-64"
				autocomplete="off"
				errors={problem?.faults['name']}
				bind:value={name}
			/>
			<TextField
				label={m.trial_email()}
				id="email"
				type="email"
				width="w-64"
				autocomplete="off"
				errors={problem?.faults['email']}
				bind:value={email}
			/>
			<button class="btn btn-outline mt-7">{m.trial_begin()}</button>
		</form>
	{/if}
</section>
