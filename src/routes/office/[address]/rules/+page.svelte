<script lang="ts">
	import { refreshAll } from '$app/navigation';
	import { basicsSave, rulesSave, type RulesRequest } from '$lib/operations/conferences';
	import { m } from '$lib/paraglide/messages';
	import { basicsFaultText } from '$lib/ui/conferences/basics-text';
	import { perform } from '$lib/ui/parts/saving/ask-server';
	import { failureText } from '$lib/ui/parts/saving/failure-text';
	import { listText } from '$lib/ui/parts/format/when';
	import RulesSentences from '$lib/ui/rules/RulesSentences.svelte';

	let { data } = $props();

	const conferenceId = $derived(data.conference.id);
	/** What was chosen is shown at once, until the server has said how things are. */
	let ruled = $derived(data.ruled);
	let problem = $state('');
	let open = 0;
	let latest = Promise.resolve();

	/** Saves one after the other: none is left out because another is on its way. */
	function inTurn(save: () => Promise<string>) {
		open++;
		latest = latest.then(async () => {
			problem = await save().catch(failureText);
			open--;
			if (open === 0) await refreshAll();
		});
	}

	function saveRules(changed: Omit<RulesRequest, 'conferenceId'>) {
		const {
			rules,
			pauseMinutes = ruled.pauseMinutes,
			switchMinutes = ruled.switchMinutes,
		} = changed;
		ruled = { ...ruled, rules: { ...ruled.rules, ...rules }, pauseMinutes, switchMinutes };
		inTurn(async () => {
			await perform(rulesSave, { conferenceId, ...changed });
			return '';
		});
	}

	/** Both moments stand among the basics, which are saved field by field. */
	function saveMoments(changed: { opensAt?: number | null; closesAt?: number | null }) {
		ruled = { ...ruled, ...changed };
		inTurn(async () => {
			const base = data.basics;
			const saved = await perform(basicsSave, {
				conferenceId,
				base,
				mine: { ...base, ...changed },
			});
			const [fault] = saved.ok ? saved.faults : [];
			return fault ? basicsFaultText(fault) : '';
		});
	}
</script>

<svelte:head><title>{m.station_rules()} · {data.conference.name}</title></svelte:head>

<div class="max-w-3xl p-6">
	<h1 class="mb-2 text-hour">{m.station_rules()}</h1>
	{#if data.mayChange}<p class="quiet mb-6">{m.rules_about()}</p>{/if}
	{#if problem}<p class="mb-4 text-error" role="alert">{problem}</p>{/if}
	<RulesSentences
		facts={ruled}
		today={data.today}
		isFixed={!data.mayChange}
		onrules={saveRules}
		onmoments={saveMoments}
	/>
	{#if data.ruled.ownDesks.length}
		<p class="mt-6">{m.rules_own_desks({ desks: listText(data.ruled.ownDesks) })}</p>
	{/if}
</div>
