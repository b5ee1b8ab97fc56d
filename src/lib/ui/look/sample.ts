import type { MessageLook } from '../../core/notices/html-wording';
import type { Wording } from '../../core/notices/wording';
import { footOf, type SchoolLook } from '../../core/look/school-look';
import { typedDate } from '../../core/time/local-of';
import type { Letter } from '../../operations/messages';
import { m } from '../../paraglide/messages';

/** An evening of nobody's, to show how a school looks. */
export const SAMPLE_DATE = typedDate('2026-12-03');

/** Of a form that no real code has. */
const CODE = 'TEN-CHAIRS';

export const sampleLetter = (): Letter => ({
	id: '',
	family: '',
	adult: '',
	children: [{ name: m.school_sample_child(), classLabel: '' }],
	readsEmail: false,
	code: CODE,
});

/** A message as families get it. */
export const sampleWording = (look: SchoolLook, date: string): Wording => ({
	subject: m.school_sample_conference(),
	school: look.name,
	parts: [
		{ kind: 'words', text: m.school_sample_hello() },
		{
			kind: 'rows',
			title: date,
			rows: [
				{
					time: '18:14–18:24',
					what: m.school_sample_teacher(),
					where: m.school_sample_place(),
					link: null,
					note: '',
				},
			],
		},
		{ kind: 'way', text: m.school_sample_way(), link: '#' },
	],
	foot: footOf(look),
});

/** How a message bears a look on a page: the logo by its address. */
export const shownLook = ({ colours, logo }: SchoolLook): MessageLook => ({
	colours,
	logo: logo && { ...logo, source: `/logo/${logo.digest}` },
});
