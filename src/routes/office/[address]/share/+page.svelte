<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import AddressCode from '$lib/ui/sharing/AddressCode.svelte';
	import GuideLinks from '$lib/ui/sharing/GuideLinks.svelte';
	import OwnSite from '$lib/ui/sharing/OwnSite.svelte';
	import ReachList from '$lib/ui/sharing/ReachList.svelte';
	import ShortLinks from '$lib/ui/sharing/ShortLinks.svelte';
	import WordsCard from '$lib/ui/sharing/WordsCard.svelte';
	import {
		wordsForApp,
		wordsForEmail,
		wordsForTextMessage,
		type SharedFacts,
	} from '$lib/ui/sharing/words-to-send';

	let { data, form } = $props();

	const base = $derived(`/office/${data.conference.address}`);
	/** For families on the list and for everybody else. */
	const openLink = $derived(`${data.origin}/come/${data.conference.address}`);
	const facts = $derived<SharedFacts>({
		school: data.school,
		conference: data.conference,
		dates: data.dates,
		phase: data.phase,
		address: data.entry === 'listed' ? data.origin : openLink,
		isOpen: data.entry !== 'listed',
		now: data.now,
	});
</script>

<svelte:head><title>{m.station_share()} · {data.conference.name}</title></svelte:head>

<div class="max-w-4xl p-6">
	<h1 class="mb-2 text-hour">{m.share_title()}</h1>
	<ReachList
		reach={data.reach}
		{base}
		maySeeLinks={data.maySeeLinks}
		isPublished={data.conference.isPublished}
	/>
	<section class="mt-8">
		<h2 class="mb-1 text-title">{m.share_address_title()}</h2>
		<p class="mb-4 max-w-2xl">{m.share_address_about()}</p>
		<AddressCode address={data.origin} />
	</section>
	<section class="mt-8">
		<h2 class="mb-1 text-title">{m.share_open_title()}</h2>
		{#if data.entry === 'listed'}
			<p class="max-w-2xl">
				{m.share_open_closed()}
				<a class="link" href="{base}/rules">{m.share_open_rules()}</a>
			</p>
		{:else}
			<p class="mb-4 max-w-2xl">
				{data.entry === 'asked' ? m.share_open_asked() : m.share_open_about()}
				{#if data.cameByLink}{m.share_open_came({ count: data.cameByLink })}{/if}
			</p>
			<AddressCode address={openLink} />
		{/if}
	</section>
	<section class="mt-8">
		<h2 class="mb-1 text-title">{m.short_title()}</h2>
		<p class="mb-4 max-w-2xl">{m.short_about()}</p>
		<ShortLinks
			links={data.links}
			desks={data.desks}
			origin={data.origin}
			mayMake={data.mayMake}
			problem={form && 'problem' in form && !('sites' in (form.typed ?? {}))
				? form.problem
				: undefined}
		/>
	</section>
	<section class="mt-8">
		<h2 class="mb-1 text-title">{m.share_guides_title()}</h2>
		<p class="mb-4 max-w-2xl">{m.share_guides_about()}</p>
		<GuideLinks
			origin={data.origin}
			address={data.conference.address}
			isPublished={data.conference.isPublished}
		/>
	</section>
	<section class="mt-8">
		<h2 class="mb-1 text-title">{m.share_words_title()}</h2>
		<p class="mb-4 max-w-2xl">{m.share_words_about()}</p>
		<div class="grid gap-6">
			<WordsCard title={m.share_email()} words={wordsForEmail(facts)} />
			<WordsCard title={m.share_app()} words={wordsForApp(facts)} />
			<WordsCard title={m.share_message()} words={wordsForTextMessage(facts)} isTextMessage />
		</div>
	</section>
	<section class="mt-8 max-w-2xl">
		<h2 class="mb-1 text-title">{m.share_site_title()}</h2>
		<p class="mb-4">{m.share_site_about()}</p>
		<OwnSite
			origin={data.origin}
			address={facts.address}
			conference={data.conference}
			colour={data.colour}
			sites={form && 'typed' in form ? (form.typed?.sites ?? data.sites) : data.sites}
			problem={form && 'problem' in form ? form.problem : undefined}
			said={form && 'said' in form ? form.said : undefined}
			mayChange={data.mayChange}
		/>
	</section>
</div>
