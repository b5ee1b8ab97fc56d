<script lang="ts">
	import { untrack } from 'svelte';
	import {
		usualNoticeRules as usual,
		type NoticeRules,
		type OwnWords,
	} from '$lib/core/notices/notice-rules';
	import { noticeKinds } from '$lib/core/notices/kinds';
	import { formatTimeOfDay, parseTypedTime } from '$lib/core/time/typed-time';
	import type { FormProblem } from '$lib/operations/form-problem';
	import { m } from '$lib/paraglide/messages';
	import { enhance } from '../parts/saving/enhance';
	import TimeInput from '../parts/dates/TimeInput.svelte';
	import { beforeText, kindText } from './notice-words';
	import OwnWordsField from './OwnWordsField.svelte';

	/** Who is told when, as sentences; and the school's own words. */
	let {
		rules,
		sender,
		problem,
		mayChange,
	}: {
		rules: NoticeRules;
		/** Where answers go unless somebody says otherwise. */
		sender: string;
		problem: FormProblem | null;
		mayChange: boolean;
	} = $props();

	/** Minutes before the first appointment that can be chosen; what is set besides stays choosable. */
	const USUAL = [7 * 1440, 2 * 1440, 1440, 180, 60, 15];
	const choices = $derived(
		[...new Set([...USUAL, ...rules.remindBefore])].sort((one, other) => other - one),
	);
	const faultOf = (field: string) => problem?.faults[field]?.[0];
	/** What is typed, else what is set, else what is usual, for whoever ticks it. */
	const timeOf = (field: string, ...minutes: readonly (number | null | undefined)[]) =>
		untrack(() => problem?.typed[field]) ??
		formatTimeOfDay(minutes.find((minute) => minute !== null && minute !== undefined) ?? 0);
	/** Without script the page comes anew: what was ticked stays so. */
	const isTicked = (field: string, isSet: boolean) => (problem ? field in problem.typed : isSet);
	const wordsOf = (kind: OwnWords) => problem?.typed[`words-${kind}`] ?? rules.words[kind] ?? '';
</script>

{#snippet time(name: string, label: string, typed: string)}
	<TimeInput
		look="input-sm mx-1 w-20"
		{name}
		{label}
		invalid={faultOf(name) !== undefined}
		describedBy={faultOf(name) ? `${name}-fault` : undefined}
		value={parseTypedTime(typed)}
		startsWith={typed}
	/>
{/snippet}

{#snippet fault(name: string)}
	{#if faultOf(name)}
		<span id="{name}-fault" class="block text-small text-error" role="alert">{faultOf(name)}</span>
	{/if}
{/snippet}

{#snippet tick(name: string, isSet: boolean, label: string)}
	<label class="flex min-h-8 items-center gap-2">
		<input class="checkbox checkbox-sm" type="checkbox" {name} checked={isTicked(name, isSet)} />
		<span>{label}</span>
	</label>
{/snippet}

<form
	method="post"
	action="?/save"
	novalidate
	class="max-w-3xl"
	use:enhance={() =>
		({ update }) =>
			update({ reset: false })}
>
	<fieldset disabled={!mayChange} class="flex flex-col gap-6">
		<section>
			<h2 class="mb-2 text-title">{m.notices_families()}</h2>
			<p class="mb-2 max-w-2xl">{m.notices_families_about()}</p>
			<fieldset>
				<legend class="mb-1 font-bold">{m.notices_remind()}</legend>
				<div class="flex flex-wrap gap-x-6">
					{#each choices as minutes (minutes)}
						<label class="flex min-h-8 items-center gap-2">
							<input
								class="checkbox checkbox-sm"
								type="checkbox"
								name="remind[]"
								value={minutes}
								checked={rules.remindBefore.includes(minutes)}
							/>
							<span>{beforeText(minutes)}</span>
						</label>
					{/each}
				</div>
				{@render fault('remind')}
			</fieldset>
		</section>
		<section>
			<h2 class="mb-2 text-title">{m.notices_teachers()}</h2>
			<div class="flex flex-wrap items-center">
				{@render tick('evening', rules.eveningAt !== null, m.notices_evening())}
				{@render time(
					'eveningAt',
					m.notices_evening_at(),
					timeOf('eveningAt', rules.eveningAt, usual.eveningAt),
				)}
				{@render fault('eveningAt')}
			</div>
			{@render tick('changes', rules.tellsChanges, m.notices_changes())}
		</section>
		<section>
			<h2 class="mb-2 text-title">{m.notices_office()}</h2>
			<div class="flex flex-wrap items-center">
				{@render tick('office', rules.officeAt !== null, m.notices_office_day())}
				{@render time(
					'officeAt',
					m.notices_office_at(),
					timeOf('officeAt', rules.officeAt, usual.officeAt),
				)}
				{@render fault('officeAt')}
			</div>
			{@render tick('questions', rules.tellsQuestions, m.notices_questions())}
		</section>
		<section>
			<h2 class="mb-2 text-title">{m.notices_quiet()}</h2>
			<div class="flex flex-wrap items-center gap-1">
				{@render tick('quiet', rules.quiet !== null, m.notices_quiet_wait())}
				{@render time(
					'quietFrom',
					m.notices_quiet_from(),
					timeOf('quietFrom', rules.quiet?.from, usual.quiet?.from),
				)}
				<span aria-hidden="true">–</span>
				{@render time(
					'quietUntil',
					m.notices_quiet_until(),
					timeOf('quietUntil', rules.quiet?.until, usual.quiet?.until),
				)}
				{@render fault('quietFrom')}
				{@render fault('quietUntil')}
			</div>
			<p class="quiet max-w-2xl text-small">{m.notices_quiet_hint()}</p>
		</section>
		<section>
			<h2 class="mb-2 text-title">{m.notices_reply()}</h2>
			<label class="block">
				<span class="mb-1 block font-bold">{m.notices_reply_to()}</span>
				<input
					class="input input-sm w-80 max-w-full"
					name="replyTo"
					type="email"
					autocomplete="off"
					placeholder={sender}
					aria-invalid={faultOf('replyTo') ? true : undefined}
					value={problem?.typed['replyTo'] ?? rules.replyTo}
				/>
			</label>
			{@render fault('replyTo')}
			{@render tick('teachersAnswer', rules.teachersAnswer, m.notices_reply_teacher())}
		</section>
		<section>
			<h2 class="mb-2 text-title">{m.notices_words()}</h2>
			<p class="mb-2 max-w-2xl">{m.notices_words_about({ example: '{name}' })}</p>
			<OwnWordsField
				kind="all"
				label={m.notices_words_all()}
				value={wordsOf('all')}
				fault={faultOf('words-all')}
			/>
			<details open={noticeKinds.some((kind) => wordsOf(kind) !== '')}>
				<summary class="link mt-3 min-h-8 cursor-pointer">{m.notices_words_more()}</summary>
				<div class="mt-3 flex flex-col gap-3">
					{#each noticeKinds as kind (kind)}
						<OwnWordsField
							{kind}
							label={kindText(kind)}
							value={wordsOf(kind)}
							fault={faultOf(`words-${kind}`)}
						/>
					{/each}
				</div>
			</details>
		</section>
	</fieldset>
	{#if mayChange}
		<div class="mt-6"><button class="btn btn-primary">{m.notices_save()}</button></div>
	{/if}
</form>
