<script lang="ts">
	import X from '@lucide/svelte/icons/x';
	import type { enhance as Enhance } from '$app/forms';
	import { type LocalDate, localOf } from '$lib/core/time/local-of';
	import { m } from '$lib/paraglide/messages';
	import DateInput from '../parts/dates/DateInput.svelte';
	import TimeInput from '../parts/dates/TimeInput.svelte';
	import { dateText, momentText, timeText } from '../parts/format/when';

	interface Block {
		readonly id: string;
		readonly start: number;
		readonly end: number;
		readonly allDay: boolean;
	}

	/** What keeps a person from receiving: calendars, and hours off by hand. */
	let {
		calendars,
		blocks,
		zone,
		today,
		said,
		problem,
		enhance,
	}: {
		calendars: readonly {
			readonly id: string;
			readonly name: string;
			readonly host: string | null;
			readonly readAt: number | null;
			/** Why it could not be read again. */
			readonly failure: string | null;
			readonly entries: number;
			/** Entries that lie over the person's slots. */
			readonly closing: readonly (Block & {
				readonly turns: number;
				readonly counts: boolean;
			})[];
		}[];
		blocks: readonly Block[];
		zone: string;
		today: LocalDate;
		said?: string;
		problem?: string;
		enhance: typeof Enhance;
	} = $props();

	const id = $props.id();
	const blockText = ({ start, end, allDay }: Block) =>
		allDay
			? m.block_whole_day({ date: dateText(start, zone) })
			: m.block_hours({
					date: dateText(start, zone),
					from: timeText(start, zone),
					to: localOf(end, zone).minute === 0 ? '24:00' : timeText(end, zone),
				});
</script>

<section class="max-w-2xl">
	<h2 class="mb-1 text-title">{m.calendars_title()}</h2>
	<p class="quiet mb-3 text-small">{m.calendars_hint()}</p>
	{#if problem}<p class="mb-2 text-error" role="alert">{problem}</p>{/if}
	{#if said}<p class="mb-2" role="status">{said}</p>{/if}
	<ul class="mb-3 border-t border-base-300">
		{#each calendars as { id, name, host, readAt, failure, entries, closing } (id)}
			<li class="flex flex-wrap items-baseline gap-x-3 border-b border-base-300 py-1.5">
				<strong>{name}</strong>
				<span class="quiet text-small">
					{host ? m.calendar_every_hour() : m.calendar_a_file()} · {m.calendar_entries({
						count: entries,
					})}
					{#if readAt !== null}· {m.calendar_read_at({ moment: momentText(readAt, zone) })}{/if}
				</span>
				<form method="post" action="?/calendarRemove" class="ms-auto" use:enhance>
					<input type="hidden" name="calendar" value={id} />
					<button class="btn btn-ghost btn-xs" aria-label={m.calendar_remove({ name })}>
						<X size={14} aria-hidden="true" />
					</button>
				</form>
				{#if failure}<p class="w-full text-small text-error">{failure}</p>{/if}
				{#if closing.length}
					<div class="w-full">
						<p class="quiet text-small">{m.calendar_closing()}</p>
						<ul>
							{#each closing as entry (entry.id)}
								<li class="flex flex-wrap items-baseline gap-x-3 py-1">
									<span class:line-through={!entry.counts}>{blockText(entry)}</span>
									{#if entry.turns > 1}
										<span class="quiet text-small">
											{m.calendar_more_turns({ count: entry.turns - 1 })}
										</span>
									{/if}
									<form method="post" action="?/entry" class="ms-auto" use:enhance>
										<input type="hidden" name="busy" value={entry.id} />
										{#if !entry.counts}<input type="hidden" name="counts" value="yes" />{/if}
										<button class="btn btn-ghost btn-xs">
											{entry.counts ? m.calendar_entry_not() : m.calendar_entry_again()}
										</button>
									</form>
								</li>
							{/each}
						</ul>
					</div>
				{/if}
			</li>
		{/each}
		{#each blocks as block (block.id)}
			<li class="flex items-baseline gap-3 border-b border-base-300 py-1.5">
				<span>{blockText(block)}</span>
				<form method="post" action="?/unblock" class="ms-auto" use:enhance>
					<input type="hidden" name="block" value={block.id} />
					<button class="btn btn-ghost btn-xs" aria-label={m.block_remove()}>
						<X size={14} aria-hidden="true" />
					</button>
				</form>
			</li>
		{/each}
	</ul>
	{#if calendars.some(({ host }) => host)}
		<form method="post" action="?/calendarAgain" class="mb-3" use:enhance>
			<button class="btn btn-outline btn-sm">{m.calendar_again()}</button>
		</form>
	{/if}
	<div class="flex flex-col gap-3">
		<form
			method="post"
			action="?/calendarAddress"
			class="flex flex-wrap items-end gap-2"
			use:enhance
		>
			<label>
				<span class="mb-1 block font-bold">{m.calendar_address()}</span>
				<input
					class="input input-sm w-72 max-w-full"
					name="address"
					autocomplete="off"
					placeholder="https://"
				/>
			</label>
			<button class="btn btn-outline btn-sm">{m.add()}</button>
		</form>
		<form
			method="post"
			action="?/calendarFile"
			enctype="multipart/form-data"
			class="flex flex-wrap items-end gap-2"
			use:enhance
		>
			<label>
				<span class="mb-1 block font-bold">{m.calendar_file()}</span>
				<input
					class="file-input file-input-sm w-72 max-w-full"
					type="file"
					name="file"
					accept=".ics,text/calendar"
				/>
			</label>
			<button class="btn btn-outline btn-sm">{m.add()}</button>
		</form>
		<form method="post" action="?/block" class="flex flex-wrap items-end gap-2" use:enhance>
			<div class="w-full sm:w-auto">
				<label class="mb-1 block font-bold" for="{id}-date">{m.block_off()}</label>
				<DateInput
					label={m.block_off()}
					isLabelled
					id="{id}-date"
					name="date"
					size="input-sm"
					width="w-52"
					isRequired
					value=""
					{today}
					least={today}
				/>
			</div>
			<TimeInput
				value={null}
				name="from"
				look="input-sm w-20"
				label={m.hours_from()}
				placeholder={m.hours_from()}
			/>
			<TimeInput
				value={null}
				name="until"
				look="input-sm w-20"
				label={m.hours_to()}
				placeholder={m.hours_to()}
			/>
			<button class="btn btn-outline btn-sm">{m.add()}</button>
		</form>
		<p class="quiet text-small">{m.block_off_hint()}</p>
	</div>
</section>
