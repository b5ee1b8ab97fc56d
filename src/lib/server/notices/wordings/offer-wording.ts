import { eq } from 'drizzle-orm';
import { m } from '$lib/paraglide/messages';
import { act } from '../../foundation/database/schema';
import type { Writing, Written } from './writing';
import { offeredHold } from '../telling/facts-of-acts';
import { toldAdult } from './told-adult';
import { footOf, momentWords } from './visit-words';

/** A place that became free, or that the school offers, with the time to answer. */
export async function offerWording(writing: Writing): Promise<Written> {
	const { app, row, school } = writing;
	const told = await toldAdult(app, row);
	if (!told) return { reason: 'over' };
	const { view, name, page, hears } = told;
	const offered = row.kind === 'offer-ending' ? row.about : await offeredBy(writing);
	const kept = view.holds.find(({ id, kind }) => kind !== 'hold' && id === offered);
	if (!kept || kept.until <= app.clock.now()) return { reason: 'over' };
	const wishes = view.wishes.filter(({ id }) =>
		kept.keeps.some((keep) => keep.wishes.includes(id)),
	);
	if (!hears(wishes.map(({ student }) => student))) return { reason: 'not-told' };
	const desks = view.desks.filter(({ id }) => wishes.some((wish) => wish.desks.includes(id)));
	const teacher = desks[0]?.name;
	const until = momentWords(kept.until, view.conference.timeZone);
	return {
		desks: desks.map(({ id }) => id),
		wording: {
			subject:
				row.kind === 'offer-ending'
					? m.notice_offer_ending({ until })
					: m.notice_offered({ teacher: teacher ?? view.conference.name }),
			school: school.name,
			parts: [
				{ kind: 'words', text: m.notice_greeting({ name }) },
				{
					kind: 'words',
					text: kept.kind === 'waiting' ? m.notice_offered_waiting() : m.notice_offered_school(),
				},
				{ kind: 'words', text: m.notice_offered_until({ until }) },
				{ kind: 'way', text: m.notice_to_offer(), link: page },
				footOf(writing, view.conference.name),
			],
		},
	};
}

/** The hold that the act of the notice offers. */
async function offeredBy({ app, row }: Writing): Promise<string | null> {
	const [known] = await app.db.select().from(act).where(eq(act.id, row.actId!));
	return offeredHold(known?.after);
}
