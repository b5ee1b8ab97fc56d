<script lang="ts">
	import { htmlWording, withoutStyleSheet } from '../../core/notices/html-wording';
	import type { Theme } from '../../core/look/school-colours';
	import type { SchoolLook } from '../../core/look/school-look';
	import { m } from '../../paraglide/messages';
	import { localDateText } from '../parts/format/when';
	import Letter from '../register/Letter.svelte';
	import FamilyPage from '../visits/FamilyPage.svelte';
	import { colourStyle } from './colour-style';
	import LookWithin from './LookWithin.svelte';
	import { SAMPLE_DATE, sampleLetter, sampleWording, shownLook } from './sample';
	import Scaled from './Scaled.svelte';
	import SchoolFoot from './SchoolFoot.svelte';
	import Welcome from './Welcome.svelte';

	/** A school's look as outsiders meet it, before it is kept: a phone, a message, a letter. */
	let { look, origin }: { look: SchoolLook; origin: string } = $props();

	const PHONE = { width: 390, height: 560, scale: 0.56 };
	const SHEET = { width: 640, height: 905, scale: 0.4 };
	/** A letter's language is the page's; what stands in a message stays as it is typed. */
	const LANGUAGE = 'en';

	const phones: readonly {
		readonly theme: Theme;
		readonly label: string;
		readonly mail: string;
	}[] = [
		{ theme: 'hall', label: m.school_looks_day(), mail: m.school_looks_mail() },
		{ theme: 'dusk', label: m.school_looks_dark(), mail: m.school_looks_mail_dark() },
	];
	const date = localDateText(SAMPLE_DATE);
	const message = (theme: Theme) =>
		withoutStyleSheet(htmlWording(sampleWording(look, date), LANGUAGE, shownLook(look), theme));
</script>

<LookWithin {look}>
	<div class="flex flex-wrap gap-5" style={colourStyle(look.colours)}>
		{#each phones as { theme, label } (theme)}
			<Scaled {label} {...PHONE}>
				<div
					class="h-full bg-base-200 text-base-content"
					data-theme={theme}
					style={colourStyle(look.colours)}
				>
					<FamilyPage school={look.name}>
						<p class="font-display text-hour font-semibold">{m.school_sample_conference()}</p>
						<p class="quiet mb-4">{date}</p>
						<Welcome />
						<p class="mb-4 border-y border-base-300 py-3">{m.school_sample_teacher()}</p>
						<p class="btn btn-primary">{m.school_sample_button()}</p>
						<SchoolFoot school={look.name} />
					</FamilyPage>
				</div>
			</Scaled>
		{/each}
		{#each phones as { theme, mail } (theme)}
			<Scaled label={mail} {...PHONE}>
				<iframe class="size-full" title={mail} sandbox="allow-same-origin" srcdoc={message(theme)}
				></iframe>
			</Scaled>
		{/each}
		<Scaled label={m.school_looks_letter()} {...SHEET}>
			<div data-theme="hall" style={colourStyle(look.colours)}>
				<Letter
					letter={sampleLetter()}
					school={look}
					conference={{
						name: m.school_sample_conference(),
						timeZone: 'UTC',
						opensAt: null,
						closesAt: null,
					}}
					dates={[SAMPLE_DATE]}
					{origin}
				/>
			</div>
		</Scaled>
	</div>
</LookWithin>
