<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import AskOnce from '$lib/ui/parts/AskOnce.svelte';
	import TextField from '$lib/ui/parts/forms/TextField.svelte';
	import SchoolMark from '$lib/ui/look/SchoolMark.svelte';
	import CopyLink from '$lib/ui/parts/CopyLink.svelte';
	import { localDateText } from '$lib/ui/parts/format/when';
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { telephoneHref } from '$lib/ui/parts/format/telephone';

	let { data, form } = $props();
	let renewal = $state<HTMLFormElement>();
	const faults = $derived((form && 'faults' in form && form.faults) || {});
	const emailForm = $derived(form && 'email' in form ? form.email : null);
	const emailFaults = $derived(emailForm?.faults ?? {});
	let email = $derived(emailForm?.typed['email'] ?? data.facts?.email ?? '');
	let telephone = $derived(data.facts?.telephone ?? '');
	let language = $derived(data.facts?.language ?? '');
</script>

<svelte:head><title>{m.details_title()} · {data.school.name}</title></svelte:head>

<div class="mx-auto flex min-h-dvh max-w-xl flex-col px-5 pb-8">
	<header class="flex items-center gap-2 py-4 font-display font-semibold text-primary">
		<SchoolMark size={24} />
		{data.school.name}
	</header>
	<main class="space-y-8">
		<div>
			<h1 class="text-hour">{m.details_title()}</h1>
			<p><a class="link" href="/visit">{m.details_back()}</a></p>
		</div>
		{#if data.facts}
			<section>
				<form method="post" action="?/email&family={data.family}" novalidate use:enhance>
					<TextField
						label={m.details_email()}
						id="email"
						type="email"
						autocomplete="email"
						hint={m.details_email_how()}
						errors={emailFaults['email']}
						bind:value={email}
					/>
					{#if form && 'asked' in form}
						<p class="mb-3" role="status">{form.asked}</p>
					{:else if data.facts.emailWanted}
						<p class="mb-3">{m.details_email_waits({ email: data.facts.emailWanted })}</p>
					{/if}
					<button class="btn btn-outline" disabled={email.trim() === data.facts.email}>
						{m.details_email_change()}
					</button>
				</form>
			</section>
			<section>
				<form
					method="post"
					action="?/save&family={data.family}"
					novalidate
					use:enhance
					class="space-y-3"
				>
					<input type="hidden" name="version" value={data.facts.version} />
					{#if form && 'problem' in form}
						<p class="text-error" role="alert">{form.problem}</p>
					{:else if form && 'said' in form}
						<p role="status">{form.said}</p>
					{/if}
					<TextField
						label={m.person_telephone()}
						id="telephone"
						type="tel"
						autocomplete="tel"
						errors={faults['telephone']}
						bind:value={telephone}
					/>
					<TextField
						label={m.family_language()}
						id="language"
						errors={faults['language']}
						bind:value={language}
					/>
					<button class="btn btn-primary">{m.save()}</button>
				</form>
			</section>
		{/if}
		<section>
			<h2 class="mb-2 text-title">{m.details_link()}</h2>
			{#if data.link}
				{#if data.isRenewed}<p class="mb-2 font-bold" role="status">{m.details_link_new()}</p>{/if}
				<p class="mb-2 flex items-center gap-2">
					{m.details_link_about()}
					<CopyLink name={data.school.name} link={data.link} />
				</p>
				<form bind:this={renewal} method="post" action="?/renew&family={data.family}">
					<AskOnce
						label={m.details_link_renew()}
						question={m.details_link_ask()}
						yes={m.details_link_yes()}
						onyes={() => renewal?.requestSubmit()}
					/>
				</form>
			{:else}
				<p>{m.details_link_by_code()}</p>
			{/if}
		</section>
		<section class="space-y-2">
			<h2 class="text-title">{m.kept_title()}</h2>
			<p>{m.kept_what()}</p>
			<p>{m.kept_who()}</p>
			<p>
				{m.kept_how_long()}
				{#if data.signedInUntil}
					{m.kept_phone({ date: localDateText(data.signedInUntil) })}
				{/if}
			</p>
			<p>{m.kept_on_phone()}</p>
			<p>
				{#if data.school.telephone}
					<a class="link" href={telephoneHref(data.school.telephone)}>
						{m.kept_ask_number({ telephone: data.school.telephone })}
					</a>
				{:else}
					{m.kept_ask()}
				{/if}
			</p>
		</section>
	</main>
</div>
