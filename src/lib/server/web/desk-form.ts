import { z } from 'zod';
import { LONGEST_SLOT, SHORTEST_SLOT } from '../../core/slots/slot-grid';
import { m } from '$lib/paraglide/messages';
import type { DeskInput } from '../desks/change-desk';
import type { DeskLine } from '../desks/list-desks';

/** A desk as a form holds it. What the chosen kind of place does not need may be empty. */
export const deskSchema = z
	.object({
		teacher: z
			.string()
			.trim()
			.min(1, { error: () => m.desk_teacher_missing() })
			.max(120),
		subject: z.string().trim().max(80),
		place: z.enum(['room', 'video', 'telephone']).default('room'),
		forAll: z.boolean(),
		telephone: z.string().trim().max(80),
		room: z.string().trim().max(80),
		building: z.string().trim().max(80),
		link: z.string().trim().max(500),
		own: z.boolean(),
		hours: z.array(
			z.object({
				date: z.string(),
				start: z.number().int().nullable(),
				end: z.number().int().nullable(),
			}),
		),
		slotMinutes: z
			.number({ error: () => m.basics_slot_range() })
			.int({ error: () => m.basics_slot_range() })
			.min(SHORTEST_SLOT, { error: () => m.basics_slot_range() })
			.max(LONGEST_SLOT, { error: () => m.basics_slot_range() })
			.default(10),
		gapMinutes: z
			.number({ error: () => m.basics_gap_range() })
			.int({ error: () => m.basics_gap_range() })
			.min(0, { error: () => m.basics_gap_range() })
			.max(60, { error: () => m.basics_gap_range() }),
	})
	.superRefine((desk, context) => {
		const need = (path: string, message: string) =>
			context.addIssue({ code: 'custom', path: [path], message });
		if (desk.place === 'video' && !isWebAddress(desk.link)) need('link', m.desk_link_wrong());
		if (desk.place === 'telephone' && !/\d{3}/.test(desk.telephone))
			need('telephone', m.desk_telephone_missing());
		if (desk.place !== 'room') return;
		if (!desk.room) need('room', m.desk_room_missing());
		if (!desk.building) need('building', m.desk_building_missing());
	});

function isWebAddress(text: string): boolean {
	return URL.canParse(text) && ['http:', 'https:'].includes(new URL(text).protocol);
}

export type DeskForm = z.infer<typeof deskSchema>;

export function readDesk(form: DeskForm): DeskInput {
	const { teacher, subject, forAll, room, building, link, slotMinutes, gapMinutes } = form;
	const hours = form.hours.map(({ date, start, end }) => ({
		date,
		start: start ?? 0,
		end: end ?? 0,
	}));
	return {
		teacher,
		...{ subject, forAll },
		place:
			form.place === 'room'
				? { kind: 'room', room, building }
				: form.place === 'video'
					? { kind: 'video', link }
					: { kind: 'telephone', number: form.telephone },
		ownHours: form.own ? { hours, slotMinutes, gapMinutes } : null,
	};
}

/** A desk as the form shows it; without one, an empty form with the conference's division. */
export function deskForm(
	conference: Pick<DeskLine, 'hours' | 'slotMinutes' | 'gapMinutes'>,
	desk?: DeskLine,
): DeskForm {
	const { hours, slotMinutes, gapMinutes } = desk ?? conference;
	const isRoom = desk?.place.kind === 'room';
	return {
		teacher: desk?.name ?? '',
		subject: desk?.subject ?? '',
		place: desk?.place.kind ?? 'room',
		forAll: desk?.forAll ?? false,
		telephone: desk?.place.kind === 'telephone' ? desk.place.name : '',
		room: isRoom ? desk.place.name : '',
		building: isRoom ? (desk.place.building ?? '') : '',
		link: desk?.place.link ?? '',
		own: desk ? !desk.followsConference : false,
		hours: [...hours],
		...{ slotMinutes, gapMinutes },
	};
}
