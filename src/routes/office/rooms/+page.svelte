<script lang="ts">
	import type { RoomsEntry } from '$lib/core/rooms/school-rooms';
	import { roomsSave } from '$lib/operations/rooms';
	import { m } from '$lib/paraglide/messages';
	import ChairMark from '$lib/ui/parts/chairs/ChairMark.svelte';
	import WayBack from '$lib/ui/office/WayBack.svelte';
	import RoomsEditor from '$lib/ui/rooms/RoomsEditor.svelte';
	import type { SentChange } from '$lib/ui/parts/saving/autosave';
	import { perform } from '$lib/ui/parts/saving/ask-server';

	let { data } = $props();

	async function send(changes: readonly SentChange<RoomsEntry>[]) {
		const { outcomes } = await perform(roomsSave, {
			changes: changes.map(({ base, mine }) => ({ base, entry: mine })),
		});
		return outcomes.map(({ id, entry, fault, collisions }) => ({
			id,
			doc: entry,
			problem: fault,
			collisions,
		}));
	}
</script>

<svelte:head><title>{m.rooms_title()} · {data.school}</title></svelte:head>

<div class="mx-auto max-w-4xl px-6 py-8">
	<a href="/office" class="mb-8 flex items-center gap-3 text-primary">
		<ChairMark size={34} />
		<span class="font-display text-title font-semibold text-base-content">{data.school}</span>
	</a>
	<main>
		<p class="mb-4"><WayBack /></p>
		<RoomsEditor entries={data.entries} mayChange={data.mayChange} {send} />
	</main>
</div>
