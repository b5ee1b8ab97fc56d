<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { untrack } from 'svelte';
	import type { DeskPlan } from '$lib/core/desks/desk-plan';
	import { boardRead } from '$lib/operations/desk-board';
	import { desksSave, type NewTeacher } from '$lib/operations/desks';
	import { m } from '$lib/paraglide/messages';
	import DesksPage from '$lib/ui/desks/DesksPage.svelte';
	import ProposedHours from '$lib/ui/desks/ProposedHours.svelte';
	import { listText, localDateText, timeText } from '$lib/ui/parts/format/when';
	import { followSeats } from '$lib/ui/parts/live/live-seats.svelte';
	import type { SentChange } from '$lib/ui/parts/saving/autosave';
	import { askOrNull, perform } from '$lib/ui/parts/saving/ask-server';

	let { data, form } = $props();

	let board = $derived(data.board);
	let version = untrack(() => data.board.version);
	/** By its id: the address may change while the page is open. */
	const conferenceId = $derived(data.conference.id);

	async function send(changes: readonly SentChange<DeskPlan>[], teachers: readonly NewTeacher[]) {
		const { outcomes, version } = await perform(desksSave, {
			conferenceId,
			changes: changes.map(({ base, mine }) => ({ base, plan: mine })),
			teachers,
		});
		return outcomes.map(({ id, plan, collisions, faults, refusal }) => ({
			id,
			doc: plan,
			collisions,
			version,
			problem: faults.length || refusal ? { faults, refusal } : null,
		}));
	}

	// Somebody else changed the set-up, or this page did: what surrounds the desks is read again.
	followSeats(`/live/${untrack(() => data.conference.id)}`, (news) => {
		if (news.version === version) return;
		version = news.version;
		void askOrNull(boardRead, { conferenceId }).then((read) => {
			if (read) board = read;
		});
	});

	const deskName = (id: string) => board.plans.find((plan) => plan.id === id)?.name ?? '';
	const zone = $derived(data.conference.timeZone);
</script>

<svelte:head><title>{m.station_desks()} · {data.conference.name}</title></svelte:head>

<DesksPage
	{board}
	conference={data.conference.id}
	today={data.today}
	maySetUp={data.maySetUp}
	{send}
	teacherPage={(id) => `/office/people/teachers/${id}`}
>
	{#snippet notes()}
		{#if form?.problem}<p class="mb-2 text-error" role="alert">{form.problem}</p>{/if}
		{#if board.toSettle.length}
			<section class="mb-3">
				<h2 class="font-bold text-error">
					{m.settle_title({ count: board.toSettle.length })}
				</h2>
				<ul class="text-small">
					{#each board.toSettle as { why, slot, desk, date, start, end, family, students } (why + slot + family)}
						<li class="flex flex-wrap items-center gap-x-3 border-b border-base-300 py-1">
							<span>
								{(why === 'twice' ? m.settle_twice_line : m.settle_line)({
									desk: deskName(desk),
									when: `${localDateText(date, 'short')} ${timeText(start, zone)}–${timeText(end, zone)}`,
									family,
									students: listText(students),
								})}
							</span>
							{#if data.maySetUp && why === 'detached'}
								<form method="post" action="?/keep" use:enhance>
									<input type="hidden" name="slot" value={slot} />
									<button class="link">{m.settle_keep()}</button>
								</form>
							{/if}
						</li>
					{/each}
				</ul>
			</section>
		{/if}
		{#each board.proposals as proposal (proposal.id)}
			<section class="mb-3 border-s-4 border-accent ps-3">
				<p>
					<strong>{m.proposal_title({ name: proposal.by, desk: deskName(proposal.desk) })}</strong>
					{proposal.note}
				</p>
				<ProposedHours base={proposal.base} plan={proposal.plan} hours={board.hours} />
				{#if data.maySetUp}
					<form method="post" action="?/settle" class="mt-1 flex gap-2" use:enhance>
						<input type="hidden" name="proposal" value={proposal.id} />
						<button class="btn btn-primary btn-xs" name="accept" value="yes"
							>{m.proposal_take()}</button
						>
						<button class="btn btn-ghost btn-xs" name="accept" value="no"
							>{m.proposal_leave()}</button
						>
					</form>
				{/if}
			</section>
		{/each}
	{/snippet}
</DesksPage>
