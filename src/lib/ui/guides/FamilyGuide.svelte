<script lang="ts">
	import { suggestVisits } from '$lib/core/planner/suggest-visits';
	import type { GuideFacts, GuideSchool } from '$lib/core/sharing/guide-facts';
	import { familyVisitProblem } from '$lib/core/visits/family-projection';
	import { m } from '$lib/paraglide/messages';
	import LetterCode from '../parts/forms/LetterCode.svelte';
	import { untilText } from '../rules/rule-words';
	import { bookingTexts } from '../sharing/words-to-send';
	import { suggestedEntries } from '../visits/ribbon-entry';
	import SuggestedVisit from '../visits/SuggestedVisit.svelte';
	import VisitHome from '../visits/VisitHome.svelte';
	import WhomStep from '../visits/WhomStep.svelte';
	import GuideSheet from './GuideSheet.svelte';
	import GuideStep from './GuideStep.svelte';
	import { sampleFamily } from './sample-family';

	/** How a family books at one conference, from its way in to the day itself. */
	let { facts, school }: { facts: GuideFacts; school: GuideSchool } = $props();

	const address = $derived(facts.origin.replace(/^https?:\/\//, ''));
	const family = $derived(sampleFamily(facts));
	const plans = $derived(
		family &&
			suggestVisits(
				familyVisitProblem(family.choosing, {
					wishes: family.choosing.wishes.map(({ id }) => id),
				}),
			),
	);
	const visit = $derived(plans?.suggestions[0]?.visit);

	const wayIn = $derived(
		facts.entry === 'listed'
			? [m.guide_in_listed({ address }), m.guide_in_account()]
			: [
					m.guide_in_open({ address: `${address}/come/${facts.conference.address}` }),
					facts.entry === 'asked' ? m.guide_in_asked() : m.guide_in_account(),
				],
	);
	const taking = $derived(
		[m.guide_take_how(), facts.asksFirst ? m.guide_take_asked() : ''].filter(Boolean),
	);
	const onTheDay = $derived(
		[
			m.guide_day_how(),
			facts.hasVideo ? m.guide_day_video() : '',
			facts.hasTelephone ? m.guide_day_telephone() : '',
		].filter(Boolean),
	);
	const notes = $derived([
		m.guide_note_change({ until: untilText(facts.changeMinutes) }),
		m.guide_note_full(),
		m.guide_note_needs(),
		m.guide_note_lost({ address, lost: m.start_lost() }),
	]);
	const nothing = async () => {};
</script>

<GuideSheet title={m.guide_family_title()} {facts} {school} about={bookingTexts(facts)} {notes}>
	{#snippet steps()}
		<GuideStep title={m.guide_in_title()} words={wayIn} picture={m.guide_in_picture()}>
			<p class="mb-4 font-display text-hour font-semibold">{m.start_title()}</p>
			<p class="mb-6">{m.start_use_link()}</p>
			<LetterCode />
		</GuideStep>
		{#if family && plans && visit}
			<GuideStep
				title={m.guide_whom_title()}
				words={[m.guide_whom_how(), m.guide_when_how()]}
				picture={m.guide_whom_picture()}
			>
				<WhomStep view={family.choosing} unticked={[]} reload={nothing} onnext={nothing} />
			</GuideStep>
			<GuideStep title={m.guide_take_title()} words={taking} picture={m.guide_take_picture()}>
				<SuggestedVisit
					view={family.choosing}
					{plans}
					picked={0}
					entries={suggestedEntries(family.choosing, visit)}
					problems={[]}
					lost={[]}
					instead={null}
					reload={nothing}
					onuse={nothing}
					onothertimes={nothing}
					onfewer={nothing}
				>
					{#snippet take()}
						<button class="btn btn-primary btn-block btn-lg font-display">
							{m.visit_take()}
						</button>
					{/snippet}
				</SuggestedVisit>
			</GuideStep>
			<GuideStep title={m.guide_day_title()} words={onTheDay} picture={m.guide_day_picture()}>
				<VisitHome
					view={family.booked}
					{school}
					now={family.arriving}
					calendar=""
					lastAct={null}
					isMeanwhile={false}
					onstart={nothing}
					reload={nothing}
				/>
			</GuideStep>
		{/if}
	{/snippet}
</GuideSheet>
