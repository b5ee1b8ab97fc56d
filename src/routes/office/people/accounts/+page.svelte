<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import CopyLink from '$lib/ui/parts/CopyLink.svelte';

	let { data, form } = $props();

	const roles = {
		organiser: m.role_organiser,
		helper: m.role_helper,
		'front-door': m.role_front_door,
	} as const;
	const link = $derived(form && 'link' in form ? form.link : undefined);
</script>

<svelte:head><title>{m.register_accounts()}</title></svelte:head>

<h1 class="mb-1 text-hour">{m.register_accounts()}</h1>
<p class="quiet mb-6 max-w-2xl">{m.accounts_about()}</p>
<div class="mb-4 flex min-h-8 items-center gap-3" role="status">
	{form && 'said' in form ? form.said : ''}
	{#if link}<CopyLink {link} name={m.account_password_link()} />{/if}
</div>
{#if form && 'problem' in form}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}

<table class="table mb-10">
	<thead>
		<tr>
			<th scope="col">{m.column_name()}</th>
			<th scope="col">{m.account_may()}</th>
			<th scope="col">{m.account_stands()}</th>
			<th scope="col"><span class="sr-only">{m.account_acts()}</span></th>
		</tr>
	</thead>
	<tbody>
		{#each data.accounts as account (account.id)}
			<tr>
				<th scope="row" class="text-body">
					{account.name}
					<span class="quiet block text-small font-normal">{account.email}</span>
				</th>
				<td>
					{#if account.isWithdrawn}
						<span class="quiet">{roles[account.role]()}</span>
					{:else}
						<form
							method="post"
							action="?/change"
							class="flex flex-wrap items-center gap-3"
							use:enhance={() =>
								({ update }) =>
									update({ reset: false })}
						>
							<input type="hidden" name="id" value={account.id} />
							<select
								class="select select-sm w-40"
								name="role"
								aria-label={m.account_role_of({ name: account.name })}
								value={account.role}
							>
								{#each Object.entries(roles) as [role, text] (role)}
									<option value={role}>{text()}</option>
								{/each}
							</select>
							{#if data.knowsSafety}
								<label class="flex items-center gap-2 text-small">
									<input
										type="checkbox"
										class="checkbox checkbox-xs"
										name="knowsSafety"
										checked={account.knowsSafety}
									/>
									{m.account_knows_safety()}
								</label>
							{/if}
							<button class="btn btn-outline btn-xs">{m.save()}</button>
						</form>
					{/if}
				</td>
				<td class="text-small">
					{#if account.isWithdrawn}{m.account_is_withdrawn()}
					{:else if account.isPending}{m.account_is_pending()}
					{:else if account.hasSecondFactor}{m.account_has_factor()}
					{:else}{m.account_is_active()}{/if}
				</td>
				<td>
					{#if !account.isWithdrawn}
						<div class="flex flex-wrap gap-2">
							{#if account.isPending}
								<form method="post" action="?/again" use:enhance>
									<input type="hidden" name="id" value={account.id} />
									<button class="btn btn-ghost btn-xs">{m.account_again()}</button>
								</form>
							{/if}
							{#if account.hasSecondFactor && account.id !== data.me}
								<form method="post" action="?/unfactor" use:enhance>
									<input type="hidden" name="id" value={account.id} />
									<button class="btn btn-ghost btn-xs">{m.account_unfactor()}</button>
								</form>
							{/if}
							<form method="post" action="?/withdraw" use:enhance>
								<input type="hidden" name="id" value={account.id} />
								<button class="btn btn-ghost btn-xs text-error">{m.account_withdraw()}</button>
							</form>
						</div>
					{/if}
				</td>
			</tr>
		{/each}
	</tbody>
</table>

<h2 class="mb-3 text-title">{m.account_invite()}</h2>
<form method="post" action="?/invite" novalidate class="flex flex-wrap items-end gap-4" use:enhance>
	<label class="block"
		><span class="mb-1 block font-bold">{m.column_name()}</span>
		<input class="input w-56" name="name" autocomplete="off" /></label
	>
	<label class="block"
		><span class="mb-1 block font-bold">{m.email()}</span>
		<input class="input w-72" name="email" type="email" autocomplete="off" /></label
	>
	<label class="block"
		><span class="mb-1 block font-bold">{m.account_may()}</span>
		<select class="select w-44" name="role" value="helper">
			{#each Object.entries(roles) as [role, text] (role)}
				<option value={role}>{text()}</option>
			{/each}
		</select></label
	>
	<button class="btn btn-primary">{m.account_invite_go()}</button>
</form>
<ul class="quiet mt-6 max-w-2xl list-disc ps-5 text-small">
	<li>{m.role_organiser_about()}</li>
	<li>{m.role_helper_about()}</li>
	<li>{m.role_front_door_about()}</li>
</ul>
