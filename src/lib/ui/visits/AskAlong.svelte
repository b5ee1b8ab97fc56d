<script lang="ts">
	import { tick } from 'svelte';
	import type { FamilyProjection, ShownAppointment } from '$lib/core/visits/family-projection';
	import { z } from 'zod/mini';
	import { guestAsk, guestWithdraw } from '$lib/operations/visits';
	import { m } from '$lib/paraglide/messages';
	import CopyLink from '../parts/CopyLink.svelte';
	import TextField from '../parts/forms/TextField.svelte';
	import { familyAct } from './school-line';

	/** Who else was asked along to an appointment, and asking one more. */
	let {
		view,
		appointment,
		reload,
	}: {
		view: FamilyProjection;
		appointment: ShownAppointment;
		reload: () => Promise<void>;
	} = $props();

	const id = $props.id();
	const act = familyAct({ family: () => view.family, after: () => reload() });
	let isOpen = $state(false);
	let name = $state('');
	let email = $state('');
	let isTried = $state(false);
	/** The link of whoever was asked last; it cannot be shown again. */
	let asked = $state.raw<{ readonly name: string; readonly link: string } | null>(null);
	let form = $state<HTMLElement>();

	const faults = $derived.by(() => {
		const read = z.safeParse(guestAsk.input, { appointment: appointment.id, name, email });
		const paths = read.success ? [] : read.error.issues.map(({ path }) => path[0]);
		return {
			name: paths.includes('name') ? [m.guest_name_missing()] : [],
			email: paths.includes('email') ? [m.email_wrong()] : [],
		};
	});

	async function open() {
		asked = null;
		isOpen = true;
		isTried = false;
		await tick();
		form?.querySelector('input')?.focus();
	}

	async function ask() {
		isTried = true;
		if (faults.name.length || faults.email.length) return;
		const outcome = await act.perform(guestAsk, { appointment: appointment.id, name, email });
		if (outcome === null) return;
		if (!outcome.ok) {
			act.problem = m.guest_gone();
			return;
		}
		asked = { name: name.trim(), link: outcome.link };
		isOpen = false;
		name = '';
		email = '';
	}
</script>

<div class="mt-3 space-y-2">
	{#each appointment.guests as guest (guest.id)}
		<p class="flex flex-wrap items-center gap-x-2 text-small">
			{m.guest_asked({ name: guest.name })}
			<button
				type="button"
				class="btn btn-ghost btn-sm"
				disabled={act.isBusy}
				aria-label={m.guest_withdraw_of({ name: guest.name })}
				onclick={() => {
					asked = null;
					void act.perform(guestWithdraw, { guest: guest.id });
				}}
			>
				{m.guest_withdraw()}
			</button>
		</p>
	{/each}
	{#if asked}
		<div class="rounded-box border border-base-content p-3" role="status">
			<p class="text-small">{m.guest_link({ name: asked.name })}</p>
			<p class="flex flex-wrap items-center gap-2">
				<span class="text-small break-all">{asked.link}</span>
				<CopyLink name={asked.name} link={asked.link} />
			</p>
		</div>
	{/if}
	{#if isOpen}
		<form
			bind:this={form}
			novalidate
			onsubmit={(event) => {
				event.preventDefault();
				void ask();
			}}
		>
			<p class="mb-2 text-small">{m.guest_about()}</p>
			<TextField
				label={m.guest_name()}
				id="{id}-name"
				autocomplete="off"
				errors={isTried ? faults.name : []}
				bind:value={name}
			/>
			<TextField
				label={m.guest_email()}
				id="{id}-email"
				type="email"
				autocomplete="off"
				errors={isTried ? faults.email : []}
				bind:value={email}
			/>
			<div class="flex flex-wrap gap-2">
				<button class="btn btn-primary" disabled={act.isBusy}>{m.guest_ask()}</button>
				<button type="button" class="btn btn-ghost" onclick={() => (isOpen = false)}>
					{m.cancel()}
				</button>
			</div>
		</form>
	{:else}
		<button type="button" class="btn btn-outline" disabled={act.isBusy} onclick={open}>
			{m.guest_start()}
		</button>
	{/if}
	{#if act.problem}<p class="text-small text-error" role="alert">{act.problem}</p>{/if}
</div>
