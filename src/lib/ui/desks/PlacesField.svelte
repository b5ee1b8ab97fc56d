<script lang="ts">
	import { placeKinds, type PlaceKind } from '$lib/core/ways-to-meet';
	import type { PlannedPlace } from '$lib/core/desks/desk-plan';
	import { isWebLink } from '$lib/core/links/web-link';
	import { m } from '$lib/paraglide/messages';
	import type { NamedRoom } from '$lib/core/clashes/clash-problem';

	/** Where: one kind of place, or several among which the family chooses, the usual one first. */
	let {
		places,
		rooms,
		hasVideoService,
		usual,
		oncommit,
	}: {
		/** `null` where several differ. */
		places: readonly PlannedPlace[] | null;
		rooms: readonly NamedRoom[];
		hasVideoService: boolean;
		/** What the teacher is known to have, offered when a kind is ticked. */
		usual: readonly PlannedPlace[];
		oncommit: (places: readonly PlannedPlace[]) => void;
	} = $props();

	const id = $props.id();
	const names = { room: m.desk_in_room, video: m.place_video, telephone: m.place_telephone };

	/** Kinds that are ticked while what they need is still to be typed. */
	let open = $state.raw<readonly PlaceKind[]>([]);
	let wrong = $state('');

	const now = $derived(places ?? []);
	const of = (kind: PlaceKind) => now.find((place) => place.kind === kind);
	const room = $derived(now.find((place) => place.kind === 'room'));
	const video = $derived(now.find((place) => place.kind === 'video'));
	const telephone = $derived(now.find((place) => place.kind === 'telephone'));

	function tick(kind: PlaceKind, isTicked: boolean) {
		wrong = '';
		if (!isTicked) {
			open = open.filter((entry) => entry !== kind);
			if (of(kind)) oncommit(now.filter((place) => place.kind !== kind));
			return;
		}
		const known = usual.find((place) => place.kind === kind);
		if (known) oncommit([...now, known]);
		else if (kind === 'video' && hasVideoService) oncommit([...now, { kind, link: null }]);
		else open = [...open, kind];
	}

	/** The place in its own place of the list. */
	function set(place: PlannedPlace) {
		wrong = '';
		open = open.filter((kind) => kind !== place.kind);
		oncommit(
			of(place.kind)
				? now.map((entry) => (entry.kind === place.kind ? place : entry))
				: [...now, place],
		);
	}

	function setRoom(typed: string, building?: string) {
		const name = typed.trim();
		if (!name) return tick('room', false);
		const known = rooms.filter((entry) => entry.name === name);
		set({ kind: 'room', room: name, building: building ?? known[0]?.buildingName ?? '' });
	}

	function setLink(typed: string) {
		const link = typed.trim();
		if (isWebLink(link)) set({ kind: 'video', link });
		else wrong = m.desk_link_wrong();
	}

	function setTelephone(number: string, pin: string) {
		if (/\d{3}/.test(number)) set({ kind: 'telephone', number: number.trim(), pin: pin.trim() });
		else wrong = m.desk_telephone_missing();
	}

	const makeUsual = (kind: PlaceKind) =>
		oncommit([...now.filter((p) => p.kind === kind), ...now.filter((p) => p.kind !== kind)]);
	const value = (event: Event) => (event.currentTarget as HTMLInputElement).value;
</script>

<fieldset class="space-y-2">
	<legend class="mb-1 font-bold">
		{m.desk_where()}
		{#if places === null}<span class="quiet font-normal">· {m.various()}</span>{/if}
	</legend>
	{#each placeKinds as kind (kind)}
		{@const isTicked = of(kind) !== undefined || open.includes(kind)}
		<div>
			<div class="flex items-center gap-2">
				<label class="flex items-center gap-2">
					<input
						type="checkbox"
						class="checkbox checkbox-sm"
						checked={isTicked}
						onchange={(event) => tick(kind, event.currentTarget.checked)}
					/>
					{names[kind]()}
				</label>
				{#if now.length > 1 && of(kind)}
					{#if now[0]?.kind === kind}
						<span class="quiet text-small">{m.place_usual()}</span>
					{:else}
						<button type="button" class="link text-small" onclick={() => makeUsual(kind)}>
							{m.place_make_usual()}
						</button>
					{/if}
				{/if}
			</div>
			{#if isTicked}
				<div class="mt-1 ms-7 flex flex-wrap gap-1.5">
					{#if kind === 'room'}
						<input
							class="input input-sm w-32"
							list="{id}-rooms"
							aria-label={m.desk_room()}
							placeholder={m.desk_room()}
							autocomplete="off"
							value={room?.room ?? ''}
							onchange={(event) => setRoom(value(event))}
						/>
						<input
							class="input input-sm w-36"
							list="{id}-buildings"
							aria-label={m.desk_building()}
							placeholder={m.desk_building()}
							autocomplete="off"
							value={room?.building ?? ''}
							onchange={(event) => room && setRoom(room.room, value(event).trim())}
						/>
					{:else if kind === 'video'}
						{#if hasVideoService}
							<label class="flex w-full items-center gap-2 text-small">
								<input
									type="checkbox"
									class="checkbox checkbox-xs"
									checked={video?.link === null}
									onchange={(event) =>
										event.currentTarget.checked
											? set({ kind: 'video', link: null })
											: tick('video', false)}
								/>
								{m.place_video_fresh_hint()}
							</label>
						{/if}
						{#if video?.link !== null}
							<input
								class="input input-sm w-full"
								type="url"
								aria-label={m.desk_link()}
								placeholder="https://"
								autocomplete="off"
								value={video?.link ?? ''}
								onchange={(event) => setLink(value(event))}
							/>
						{/if}
					{:else}
						<input
							class="input input-sm w-40"
							type="tel"
							aria-label={m.desk_telephone()}
							placeholder={m.desk_telephone()}
							autocomplete="off"
							value={telephone?.number ?? ''}
							onchange={(event) => setTelephone(value(event), telephone?.pin ?? '')}
						/>
						<input
							class="input input-sm w-20"
							aria-label={m.place_pin()}
							placeholder={m.place_pin()}
							autocomplete="off"
							value={telephone?.pin ?? ''}
							onchange={(event) => telephone && setTelephone(telephone.number, value(event))}
						/>
					{/if}
				</div>
			{/if}
		</div>
	{/each}
	{#if wrong}<p class="text-small text-error" role="alert">{wrong}</p>{/if}
	<p class="quiet text-small">{now.length > 1 ? m.place_choice() : ''}</p>
	<datalist id="{id}-rooms">
		{#each [...new Set(rooms.map(({ name }) => name))] as name (name)}<option value={name}
			></option>{/each}
	</datalist>
	<datalist id="{id}-buildings">
		{#each [...new Set(rooms.map(({ buildingName }) => buildingName))].filter(Boolean) as name (name)}
			<option value={name}></option>
		{/each}
	</datalist>
</fieldset>
