<script lang="ts">
	import { toString as drawCode } from 'qrcode';
	import type { LocalDate } from '$lib/core/time/local-of';
	import type { Letter } from '$lib/operations/messages';
	import { m } from '$lib/paraglide/messages';
	import SchoolFoot from '../look/SchoolFoot.svelte';
	import SchoolMark from '../look/SchoolMark.svelte';
	import Welcome from '../look/Welcome.svelte';
	import CodeSquare from '../parts/CodeSquare.svelte';
	import { listText, localDateText, momentText } from '../parts/format/when';

	/** One page for one family: what it is about, and the way in by hand or by camera. */
	let {
		letter,
		school,
		conference,
		dates,
		origin,
	}: {
		letter: Letter;
		school: { readonly name: string; readonly telephone: string | null };
		conference: {
			readonly name: string;
			readonly timeZone: string;
			readonly opensAt: number | null;
			readonly closesAt: number | null;
		};
		dates: readonly LocalDate[];
		origin: string;
	} = $props();

	const children = $derived(letter.children.map(({ name }) => name));
	const on = $derived(listText(dates.map((date) => localDateText(date))));
	const { opensAt, closesAt, timeZone } = $derived(conference);
	const booking = $derived(
		[
			opensAt === null ? '' : m.letter_opens({ moment: momentText(opensAt, timeZone) }),
			closesAt === null ? '' : m.letter_closes({ moment: momentText(closesAt, timeZone) }),
		].filter(Boolean),
	);
	/** The camera leads to the page with the code filled in. */
	const square = $derived(
		drawCode(`${origin}/?${new URLSearchParams({ code: letter.code })}`, {
			type: 'svg',
			margin: 0,
			errorCorrectionLevel: 'M',
		}),
	);
</script>

<article class="letter">
	<header class="flex items-center gap-3 font-display text-title font-semibold">
		<SchoolMark size={32} />
		{school.name}
	</header>
	<h2 class="mt-10 text-hour">{conference.name}</h2>
	<p class="mb-6 text-title">{listText(children)}</p>
	{#if letter.adult}<p class="mb-4">{letter.adult}</p>{/if}
	<Welcome />
	<p class="mb-3">{m.letter_when({ dates: on })} {booking.join(' ')}</p>
	<p class="mb-3">{m.letter_how({ address: origin.replace(/^https?:\/\//, '') })}</p>
	<p class="mb-8">
		{school.telephone ? m.letter_call({ telephone: school.telephone }) : m.letter_ask()}
	</p>
	<div class="flex items-center gap-8">
		<div class="square">
			<CodeSquare drawn={square} label={m.letter_square()} />
		</div>
		<p>
			<span class="quiet block">{m.start_code()}</span>
			<strong class="code">{letter.code}</strong>
		</p>
	</div>
	<SchoolFoot school={school.name} />
</article>

<style>
	.letter {
		max-inline-size: 42rem;
		margin-block-end: 2rem;
		padding: 2rem;
		background: white;
		color: black;
		border: 1px solid var(--color-base-300);
	}
	.square {
		inline-size: 9rem;
		block-size: 9rem;
	}
	.code {
		font-family: var(--font-display);
		font-size: 2rem;
		letter-spacing: 0.06em;
		white-space: nowrap;
	}
	@media print {
		.letter {
			break-after: page;
			max-inline-size: none;
			border: 0;
			padding: 0.5cm;
		}
	}
</style>
