<script lang="ts">
	import { basicsSave, rulesSave, type RulesRequest } from '$lib/operations/conferences';
	import { m } from '$lib/paraglide/messages';
	import { ActOnce } from '$lib/ui/parts/saving/act-once.svelte';
	import { refreshAll } from '$app/navigation';
	import { basicsFaultText } from '$lib/ui/conferences/basics-text';
	import RulesSentences from '$lib/ui/rules/RulesSentences.svelte';

	let { data } = $props();

	const conferenceId = $derived(data.conference.id);
	const act = new ActOnce({ after: () => refreshAll() });

	const saveRules = (changed: Omit<RulesRequest, 'conferenceId'>) =>
		act.perform(rulesSave, { conferenceId, ...changed });

	/** Both moments stand among the basics, which are saved field by field. */
	async function saveMoments(changed: { opensAt?: number | null; closesAt?: number | null }) {
		const base = data.basics;
		const mine = { ...base, ...changed };
		const saved = await act.perform(basicsSave, { conferenceId, base, mine });
		const [fault] = saved?.ok ? saved.faults : [];
		if (fault) act.problem = basicsFaultText(fault);
	}
</script>

<svelte:head><title>{m.station_rules()} · {data.conference.name}</title></svelte:head>

<div class="max-w-3xl p-6">
	<h1 class="mb-2 text-hour">{m.station_rules()}</h1>
	{#if data.mayChange}<p class="quiet mb-6">{m.rules_about()}</p>{/if}
	{#if act.problem}<p class="mb-4 text-error" role="alert">{act.problem}</p>{/if}
	<RulesSentences
		facts={data.ruled}
		isFixed={!data.mayChange}
		onrules={saveRules}
		onmoments={saveMoments}
	/>
	{#if data.ruled.ownAcceptance.length}
		<p class="mt-6">
			{m.rules_own_desks({ desks: data.ruled.ownAcceptance.map(({ name }) => name).join(', ') })}
		</p>
	{/if}
</div>
