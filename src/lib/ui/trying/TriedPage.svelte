<script lang="ts">
	import { untrack } from 'svelte';
	import { m } from '$lib/paraglide/messages';
	import SchoolFoot from '../look/SchoolFoot.svelte';
	import type { Clock } from '../visits/clock';
	import FamilyPage from '../visits/FamilyPage.svelte';
	import FamilyVisit from '../visits/FamilyVisit.svelte';
	import { divertSchoolLine } from '../visits/school-line';
	import type { VisitPlace } from '../visits/visit-step';
	import WaysOut from '../visits/WaysOut.svelte';
	import type { TriedSchool } from './tried-school.svelte';

	/** A family's page on a stage: all of it can be used, and nothing leaves it. */
	let {
		line,
		school,
		clock,
		place,
		go,
		stay,
	}: {
		line: TriedSchool;
		school: { readonly name: string; readonly telephone: string | null };
		clock: Clock;
		place: VisitPlace;
		go: (place: VisitPlace) => void;
		stay: () => void;
	} = $props();

	divertSchoolLine(untrack(() => line));

	const NOWHERE = '#';
	let isHeldBack = $state(false);

	/** A link or a form would lead out of what is tried. */
	function holdBack(happened: Event) {
		const link = happened.target instanceof Element ? happened.target.closest('a[href]') : null;
		if (happened.type === 'click' && !link) return;
		// Forms that the page answers itself stop there.
		const form = happened.type === 'submit' ? (happened.target as HTMLFormElement) : null;
		if (form && form.method !== 'post') return;
		happened.preventDefault();
		happened.stopPropagation();
		isHeldBack = true;
	}
</script>

<svelte:document onclickcapture={holdBack} onsubmitcapture={holdBack} />

<FamilyPage school={school.name}>
	{#if isHeldBack}
		<p class="mb-4 rounded-box border border-base-content p-3 text-small" role="status">
			{m.try_held_back()}
		</p>
	{/if}
	<FamilyVisit
		loaded={line.view}
		{school}
		{clock}
		{place}
		calendar={NOWHERE}
		opening={NOWHERE}
		isLeaving={() => false}
		{go}
		{stay}
		reload={() => Promise.resolve()}
	>
		{#snippet foot()}
			<SchoolFoot school={school.name} toCall={false} />
			<WaysOut guide={NOWHERE} details={NOWHERE} otherCode={NOWHERE} leaving={NOWHERE} />
		{/snippet}
	</FamilyVisit>
</FamilyPage>
