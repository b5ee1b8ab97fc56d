<script lang="ts" generics="Value extends string | number">
	import CalendarDays from '@lucide/svelte/icons/calendar-days';
	import { Popover } from 'bits-ui';
	import type { LocalDate } from '$lib/core/time/local-of';
	import { m } from '$lib/paraglide/messages';
	import MonthPicker from './MonthPicker.svelte';
	import type { FieldLook } from './field-look';

	/** A field for what has a date: typed in any sensible way, or its day picked from a month. */
	let {
		value,
		date,
		today,
		least,
		write,
		read,
		unreadable,
		look,
		onset,
		onpick,
	}: {
		value: Value | null;
		/** The day of the value. */
		date: LocalDate | null;
		today: LocalDate;
		least?: LocalDate | undefined;
		write: (value: Value) => string;
		/** `null` for what it is not. */
		read: (typed: string) => Value | null;
		/** What to say then. */
		unreadable: (typed: { text: string }) => string;
		look: FieldLook;
		/** Set by hand; `null`: emptied. */
		onset: (value: Value | null) => void;
		onpick: (date: LocalDate) => void;
	} = $props();

	const id = $props.id();
	const written = $derived(value === null ? '' : write(value));
	let text = $derived(written);
	/** What was typed last and could not be read. */
	let unread = $state<string | null>(null);
	const isWrong = $derived(unread === text);
	let isOpen = $state(false);
	let whole = $state<HTMLElement>();
	const described = $derived([look.describedBy, isWrong && id].filter(Boolean).join(' '));

	function commit() {
		const typed = text.trim() || (look.isRequired ? written : '');
		const meant = typed ? read(typed) : null;
		unread = typed !== '' && meant === null ? text : null;
		if (unread !== null) return;
		text = meant === null ? '' : write(meant);
		if (meant !== value) onset(meant);
	}

	/** The day that is set, or today, instead of the first button. */
	function focusDay(event: Event) {
		event.preventDefault();
		whole?.querySelector<HTMLElement>('[data-calendar-day][tabindex="0"]')?.focus();
	}

	function pick(date: LocalDate) {
		isOpen = false;
		text = written;
		onpick(date);
	}
</script>

<span bind:this={whole} class="relative inline-block max-w-full">
	<span class={look.isPiece ? 'inline-flex items-center' : ['input pe-1', look.size, look.width]}>
		<input
			id={look.id}
			class={look.isPiece ? 'piece typed' : 'min-w-0'}
			name={look.name}
			aria-label={look.isLabelled ? undefined : look.label}
			aria-invalid={look.invalid || isWrong ? true : undefined}
			aria-describedby={described || undefined}
			autocomplete="off"
			disabled={look.isFixed}
			required={look.isRequired}
			bind:value={text}
			onchange={commit}
		/>
		<Popover.Root bind:open={isOpen}>
			<Popover.Trigger
				class="btn btn-ghost btn-xs btn-square"
				aria-label={m.date_pick({ label: look.label })}
				disabled={look.isFixed}
			>
				<CalendarDays size={16} aria-hidden="true" />
			</Popover.Trigger>
			<Popover.ContentStatic onOpenAutoFocus={focusDay}>
				{#snippet child({ props, open })}
					{#if open}
						<div {...props} class="picker">
							<MonthPicker label={look.label} {date} {today} {least} onpick={pick} />
						</div>
					{/if}
				{/snippet}
			</Popover.ContentStatic>
		</Popover.Root>
	</span>
	{#if isWrong}
		<span {id} class="mt-1 block w-0 min-w-full text-small text-error" role="alert"
			>{unreadable({ text })}</span
		>
	{/if}
</span>

<style>
	.picker {
		position: absolute;
		z-index: 20;
		inset-block-start: 100%;
		inset-inline-start: 0;
		padding: 0.75rem;
		margin-block-start: 0.25rem;
		line-height: 1.4;
		background: var(--color-base-100);
		border: 1px solid var(--color-base-300);
		border-radius: var(--radius-field);
	}
	.typed {
		field-sizing: content;
		min-inline-size: 9rem;
	}
</style>
