<script lang="ts" module>
	import type { HoursRow } from '../forms/hours-rows';

	/** A desk while it is typed. */
	export interface DeskFields {
		teacher: string;
		subject: string;
		forAll: boolean;
		place: 'room' | 'video' | 'telephone';
		room: string;
		building: string;
		link: string;
		telephone: string;
		own: boolean;
		hours: HoursRow[];
		slotMinutes: number;
		gapMinutes: number;
	}
</script>

<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import TextField from '../forms/TextField.svelte';
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
	<TextField
		label={m.desk_teacher()}
		id="teacher"
		errors={errors.teacher}
		hint={m.desk_teacher_hint()}
		options={teachers.map(({ name }) => name)}
		width="w-64"
		autocomplete="off"
		bind:value={fields.teacher}
	/>
	<TextField
		label={m.desk_subject()}
		id="subject"
		errors={errors.subject}
		width="w-48"
		autocomplete="off"
		bind:value={fields.subject}
	/>
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
		<label class="flex items-center gap-2">
			<input type="radio" class="radio radio-sm" value="telephone" bind:group={fields.place} />
			{m.place_telephone()}
		</label>
	</div>
	{#if fields.place === 'room'}
		<div class="flex flex-wrap gap-x-4">
			<TextField
				label={m.desk_room()}
				id="room"
				errors={errors.room}
				options={[...new Set(rooms.map(({ room }) => room))]}
				width="w-48"
				autocomplete="off"
				oninput={roomTyped}
				bind:value={fields.room}
			/>
			<TextField
				label={m.desk_building()}
				id="building"
				errors={errors.building}
				options={buildings}
				width="w-48"
				autocomplete="off"
				bind:value={fields.building}
			/>
		</div>
	{:else if fields.place === 'telephone'}
		<TextField
			label={m.desk_telephone()}
			id="telephone"
			hint={m.desk_telephone_hint()}
			errors={errors.telephone}
			width="w-full max-w-lg"
			autocomplete="off"
			bind:value={fields.telephone}
		/>
	{:else}
		<TextField
			label={m.desk_link()}
			id="link"
			type="url"
			hint={m.desk_link_hint()}
			errors={errors.link}
			width="w-full max-w-lg"
			autocomplete="off"
			bind:value={fields.link}
		/>
	{/if}
</fieldset>
<label class="mb-4 flex items-center gap-2">
	<input type="checkbox" class="checkbox checkbox-sm" bind:checked={fields.forAll} />
	{m.desk_for_all()}
</label>
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
		<div class="flex gap-6">
			<TextField
				label={m.basics_slot()}
				id="slotMinutes"
				type="number"
				errors={errors.slotMinutes}
				width="w-20"
				unit={m.unit_minutes()}
				bind:value={fields.slotMinutes}
			/>
			<TextField
				label={m.basics_gap()}
				id="gapMinutes"
				type="number"
				errors={errors.gapMinutes}
				width="w-20"
				unit={m.unit_minutes()}
				bind:value={fields.gapMinutes}
			/>
		</div>
		<HoursEditor
			bind:rows={fields.hours}
			division={{ slotMinutes: fields.slotMinutes, gapMinutes: fields.gapMinutes }}
			{zone}
			{today}
		/>
		{#if hoursError}<p class="mt-1 text-small text-error" role="alert">{hoursError}</p>{/if}
	{/if}
</fieldset>
