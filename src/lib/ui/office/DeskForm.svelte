<script lang="ts" module>
	import type { HoursRow } from '../forms/hours-rows';

	/** A desk while it is typed. */
	export interface DeskFields {
		teacher: string;
		subject: string;
		place: 'room' | 'video';
		room: string;
		building: string;
		link: string;
		own: boolean;
		hours: HoursRow[];
		slotMinutes: number;
		gapMinutes: number;
	}
</script>

<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import Field from '../forms/Field.svelte';
	import HoursEditor from '../forms/HoursEditor.svelte';

	let {
		fields = $bindable(),
		errors,
		hoursError,
		teachers,
		rooms,
		zone,
		today,
	}: {
		fields: DeskFields;
		errors: Partial<Record<keyof DeskFields, string[] | undefined>>;
		hoursError?: string;
		teachers: readonly { id: string; name: string }[];
		rooms: readonly { room: string; building: string }[];
		zone: string;
		today: string;
	} = $props();

	const buildings = $derived([...new Set(rooms.map(({ building }) => building))]);

	/** A known room brings its building along. */
	function roomTyped() {
		const known = rooms.find(({ room }) => room === fields.room);
		if (known) fields.building = known.building;
	}
</script>

<div class="flex flex-wrap gap-x-4">
	<Field label={m.desk_teacher()} id="teacher" errors={errors.teacher}>
		{#snippet children({ id, describedBy, invalid })}
			<input
				{id}
				class="input w-64"
				list="teachers"
				autocomplete="off"
				aria-describedby={describedBy}
				aria-invalid={invalid}
				bind:value={fields.teacher}
			/>
			<datalist id="teachers">
				{#each teachers as { id, name } (id)}<option value={name}></option>{/each}
			</datalist>
		{/snippet}
	</Field>
	<Field label={m.desk_subject()} id="subject" errors={errors.subject}>
		{#snippet children({ id, describedBy, invalid })}
			<input
				{id}
				class="input w-48"
				autocomplete="off"
				aria-describedby={describedBy}
				aria-invalid={invalid}
				bind:value={fields.subject}
			/>
		{/snippet}
	</Field>
</div>
<fieldset class="mb-4">
	<legend class="mb-1 font-bold">{m.desk_where()}</legend>
	<div class="mb-2 flex gap-6">
		<label class="flex items-center gap-2">
			<input type="radio" class="radio radio-sm" value="room" bind:group={fields.place} />
			{m.desk_in_room()}
		</label>
		<label class="flex items-center gap-2">
			<input type="radio" class="radio radio-sm" value="video" bind:group={fields.place} />
			{m.place_video()}
		</label>
	</div>
	{#if fields.place === 'room'}
		<div class="flex flex-wrap gap-x-4">
			<Field label={m.desk_room()} id="room" errors={errors.room}>
				{#snippet children({ id, describedBy, invalid })}
					<input
						{id}
						class="input w-48"
						list="rooms"
						autocomplete="off"
						aria-describedby={describedBy}
						aria-invalid={invalid}
						bind:value={fields.room}
						oninput={roomTyped}
					/>
					<datalist id="rooms">
						{#each rooms as { room, building } (`${building}/${room}`)}
							<option value={room}>{building}</option>
						{/each}
					</datalist>
				{/snippet}
			</Field>
			<Field label={m.desk_building()} id="building" errors={errors.building}>
				{#snippet children({ id, describedBy, invalid })}
					<input
						{id}
						class="input w-48"
						list="buildings"
						autocomplete="off"
						aria-describedby={describedBy}
						aria-invalid={invalid}
						bind:value={fields.building}
					/>
					<datalist id="buildings">
						{#each buildings as name (name)}<option value={name}></option>{/each}
					</datalist>
				{/snippet}
			</Field>
		</div>
	{:else}
		<Field label={m.desk_link()} id="link" hint={m.desk_link_hint()} errors={errors.link}>
			{#snippet children({ id, describedBy, invalid })}
				<input
					{id}
					type="url"
					class="input w-full max-w-lg"
					autocomplete="off"
					aria-describedby={describedBy}
					aria-invalid={invalid}
					bind:value={fields.link}
				/>
			{/snippet}
		</Field>
	{/if}
</fieldset>
<fieldset class="mb-4">
	<legend class="mb-1 font-bold">{m.desk_hours()}</legend>
	<div class="mb-2 flex gap-6">
		<label class="flex items-center gap-2">
			<input type="radio" class="radio radio-sm" value={false} bind:group={fields.own} />
			{m.desk_hours_conference()}
		</label>
		<label class="flex items-center gap-2">
			<input type="radio" class="radio radio-sm" value={true} bind:group={fields.own} />
			{m.desk_hours_own()}
		</label>
	</div>
	{#if fields.own}
		<div class="mb-2 flex gap-4">
			<label class="flex items-center gap-2">
				{m.basics_slot()}
				<input type="number" class="input w-20" bind:value={fields.slotMinutes} />
			</label>
			<label class="flex items-center gap-2">
				{m.basics_gap()}
				<input type="number" class="input w-20" bind:value={fields.gapMinutes} />
			</label>
		</div>
		{#if errors.slotMinutes ?? errors.gapMinutes}
			<p class="mb-2 text-small text-error" role="alert">
				{(errors.slotMinutes ?? errors.gapMinutes)?.[0]}
			</p>
		{/if}
		<HoursEditor
			bind:rows={fields.hours}
			division={{ slotMinutes: fields.slotMinutes, gapMinutes: fields.gapMinutes }}
			{zone}
			{today}
		/>
		{#if hoursError}<p class="mt-1 text-small text-error" role="alert">{hoursError}</p>{/if}
	{/if}
</fieldset>
