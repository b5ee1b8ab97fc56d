<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { page } from '$app/state';
	import { peopleFind } from '$lib/operations/found';
	import { m } from '$lib/paraglide/messages';
	import { askOrNull } from '$lib/ui/parts/saving/ask-server';
	import { momentText } from '$lib/ui/parts/format/when';
	import OfficeHouse from '$lib/ui/office/OfficeHouse.svelte';
	import WayBack from '$lib/ui/office/WayBack.svelte';
	import type { Station } from '$lib/ui/office/station';
	import FindBox from '$lib/ui/register/FindBox.svelte';

	let { data, children } = $props();

	const base = '/office/people';
	const here = $derived(page.route.id?.split('/')[3] ?? '');
	const stations = $derived.by((): Station[] => {
		const { teachers, unconfirmed, students, families, classes, interpreters } = data.counts;
		const station = (key: string, name: string, note: string, state: Station['state']) => ({
			key,
			href: `${base}/${key}`,
			name,
			note,
			state,
		});
		const counted = (count: number) => (count ? ('done' as const) : ('ahead' as const));
		const number = (count: number) => m.register_count({ count });
		return [
			station(
				'lists',
				m.register_lists(),
				students ? m.register_lists_note() : m.register_lists_none(),
				counted(students),
			),
			station(
				'teachers',
				m.register_teachers(),
				unconfirmed ? m.register_unconfirmed({ count: teachers, unconfirmed }) : number(teachers),
				counted(teachers),
			),
			station('students', m.register_students(), number(students), counted(students)),
			station('families', m.register_families(), number(families), counted(families)),
			station('classes', m.register_classes(), number(classes), counted(classes)),
			station(
				'interpreters',
				m.register_interpreters(),
				number(interpreters),
				counted(interpreters),
			),
			station(
				'school',
				m.station_school(),
				data.telephone ?? m.station_school_none(),
				data.telephone ? 'done' : 'look',
			),
			...(data.managesAccounts
				? [station('accounts', m.register_accounts(), m.register_accounts_note(), 'done')]
				: []),
		];
	});

	const search = async (text: string) => (await askOrNull(peopleFind, { text })) ?? [];
	const folders = {
		teacher: 'teachers',
		interpreter: 'interpreters',
		student: 'students',
		family: 'families',
	} as const;
</script>

<OfficeHouse {stations} {here} label={m.people_path()} account={data.account.name}>
	{#snippet find()}
		<FindBox {search} hrefOf={({ kind, id }) => `${base}/${folders[kind]}/${id}`} />
	{/snippet}
	{#snippet below()}
		{#if data.lastAct}
			<form method="post" action="/office/people/lists?/undo" class="mb-6 text-small" use:enhance>
				<input type="hidden" name="act" value={data.lastAct.id} />
				<span class="quiet block">
					{data.lastAct.kind === 'register.lists-read'
						? m.undo_last_lists({ moment: momentText(data.lastAct.at, data.timeZone) })
						: m.undo_last_change({ moment: momentText(data.lastAct.at, data.timeZone) })}
				</span>
				<button class="link">{m.undo()}</button>
			</form>
		{/if}
		<p class="mb-2 text-small"><WayBack /></p>
		<p class="mb-4 text-small"><a class="link" href="/office">{m.people_to_conferences()}</a></p>
	{/snippet}
	<div class="p-6">{@render children()}</div>
</OfficeHouse>
