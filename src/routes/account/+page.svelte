<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import type { SubmitFunction } from '@sveltejs/kit';
	import { scopes as SCOPES, type Scope } from '$lib/operations/school';
	import { m } from '$lib/paraglide/messages';
	import CalmPage from '$lib/ui/parts/CalmPage.svelte';

	let { data, form } = $props();

	const scopeTexts: Readonly<Record<string, () => string>> = {
		'conferences:read': m.token_scope_read,
		'conferences:write': m.token_scope_write,
		'invitations:write': m.token_scope_invitations,
		'mail:write': m.token_scope_mail,
	} satisfies Record<Scope, () => string>;
	const scopeText = (scope: string): string => scopeTexts[scope]?.() ?? scope;

	interface Factor {
		readonly picture: string;
		readonly secret: string;
		readonly spareCodes: readonly string[];
	}
	/** Shown once: what an authenticator needs stays on the page until the first code is right. */
	let factor = $state.raw<Factor | null>(null);
	const begin: SubmitFunction =
		() =>
		async ({ result, update }) => {
			if (result.type === 'success') factor = (result.data?.factor as Factor) ?? null;
			await update();
		};
	const confirm: SubmitFunction =
		() =>
		async ({ result, update }) => {
			if (result.type === 'success') factor = null;
			await update();
		};
</script>

<svelte:head><title>{m.account_mine()}</title></svelte:head>

{#snippet current(id: string)}
	<label class="mb-3 block" for={id}
		><span class="mb-1 block font-bold">{m.password_current()}</span>
		<input
			{id}
			class="input w-full"
			type="password"
			name="current"
			autocomplete="current-password"
		/></label
	>
{/snippet}

<CalmPage title={m.account_mine()}>
	<p class="quiet mb-6">{data.name}</p>
	<p class="min-h-6 font-bold" role="status">{form && 'said' in form ? form.said : ''}</p>
	{#if form && 'problem' in form}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}

	<section class="mb-10">
		<h2 class="mb-2 text-title">{m.factor_title()}</h2>
		{#if data.hasSecondFactor}
			<p class="mb-3">{m.factor_is_on()}</p>
			<form method="post" action="?/end" use:enhance>
				{@render current('current-end')}
				<button class="btn btn-outline">{m.factor_end()}</button>
			</form>
		{:else if factor}
			<p class="mb-3">{m.factor_scan()}</p>
			<div class="mb-3 w-56 bg-white p-2" data-secret={factor.secret}>
				<!-- eslint-disable-next-line svelte/no-at-html-tags -- drawn by the server from the address alone -->
				{@html factor.picture}
			</div>
			<p class="mb-3 text-small break-all">{m.factor_secret({ secret: factor.secret })}</p>
			<p class="mb-1 font-bold">{m.factor_spare()}</p>
			<ul class="mb-4 grid grid-cols-2 gap-x-6">
				{#each factor.spareCodes as code (code)}<li>{code}</li>{/each}
			</ul>
			<form method="post" action="?/confirm" use:enhance={confirm}>
				<label class="mb-3 block"
					><span class="mb-1 block font-bold">{m.second_code()}</span>
					<input
						class="input w-full"
						name="code"
						inputmode="numeric"
						autocomplete="one-time-code"
					/></label
				>
				<button class="btn btn-primary">{m.factor_confirm()}</button>
			</form>
		{:else}
			<p class="quiet mb-3">{m.factor_about()}</p>
			<form method="post" action="?/begin" use:enhance={begin}>
				{@render current('current-begin')}
				<button class="btn btn-outline">{m.factor_begin()}</button>
			</form>
		{/if}
	</section>

	<section>
		<h2 class="mb-2 text-title">{m.password_change()}</h2>
		<form method="post" action="?/password" novalidate use:enhance>
			{@render current('current-password')}
			<label class="mb-3 block"
				><span class="mb-1 block font-bold">{m.password_new()}</span>
				<input class="input w-full" type="password" name="password" autocomplete="new-password" />
				<span class="quiet mt-1 block text-small">{m.password_change_about()}</span></label
			>
			<button class="btn btn-outline">{m.password_change()}</button>
		</form>
	</section>
	{#if data.isTold !== null}
		<section class="mt-10">
			<h2 class="mb-2 text-title">{m.told_office_title()}</h2>
			<form
				method="post"
				action="?/told"
				use:enhance={() =>
					({ update }) =>
						update({ reset: false })}
			>
				<label class="mb-3 flex min-h-8 items-center gap-2">
					<input class="checkbox" type="checkbox" name="told" checked={data.isTold} />
					<span>{m.told_office()}</span>
				</label>
				<button class="btn btn-outline">{m.told_save()}</button>
			</form>
		</section>
	{/if}
	{#if data.tokens}
		<section class="mt-10">
			<h2 class="mb-2 text-title">{m.token_title()}</h2>
			<p class="quiet mb-3">{m.token_about()}</p>
			{#if form && 'token' in form && form.token}
				<p class="mb-1 font-bold" role="status">{m.token_shown_once()}</p>
				<p class="mb-4 break-all"><code>{form.token}</code></p>
			{/if}
			{#if data.tokens.length}
				<ul class="mb-6">
					{#each data.tokens as { id, name, scopes } (id)}
						<li class="flex items-center justify-between gap-4 border-b border-base-300 py-2">
							<span class="min-w-0">
								<strong class="block">{name}</strong>
								<span class="quiet text-small">{scopes.map(scopeText).join(', ')}</span>
							</span>
							<form method="post" action="?/revoke" use:enhance>
								<input type="hidden" name="id" value={id} />
								<button class="btn btn-outline btn-sm" aria-label={m.token_revoke_named({ name })}
									>{m.token_revoke()}</button
								>
							</form>
						</li>
					{/each}
				</ul>
			{/if}
			<form method="post" action="?/token" novalidate use:enhance>
				{#if form && 'tokenProblem' in form}
					<p class="mb-3 text-error" role="alert">{form.tokenProblem}</p>
				{/if}
				<label class="mb-3 block"
					><span class="mb-1 block font-bold">{m.token_name()}</span>
					<input class="input w-full" name="name" autocomplete="off" maxlength="60" /></label
				>
				<fieldset class="mb-4">
					<legend class="mb-1 font-bold">{m.token_scopes()}</legend>
					{#each SCOPES as scope (scope)}
						<label class="flex items-center gap-3 py-1">
							<input class="checkbox" type="checkbox" name="scopes[]" value={scope} />
							{scopeText(scope)}
						</label>
					{/each}
				</fieldset>
				<button class="btn btn-outline">{m.token_make()}</button>
			</form>
		</section>
	{/if}
	<p class="mt-10"><a class="link" href="/">{m.account_back()}</a></p>
</CalmPage>
