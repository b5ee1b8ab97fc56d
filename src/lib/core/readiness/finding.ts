/** Everything that readiness can find, what harms most first. */
export const findingKinds = [
	/** Two rules cannot be meant together; `what`: the contradiction's code. */
	'rules-contradict',
	/** Booking was to begin at `moment`, and families still do not see the conference. */
	'opening-missed',
	'no-desks',
	/** Desks that sit at no time. */
	'no-times',
	/** Desks that sit somewhen without a place. */
	'no-place',
	/** Desks on video whose link is none, or is made by nobody. */
	'bad-link',
	/** Desks that something is wrong with as it is planned; `what`: the clash's code. */
	'clash',
	/** Teachers of students, who sit at no desk. */
	'teacher-without-desk',
	/** Classes with students whom nobody teaches. */
	'class-without-teacher',
	/** Students whom no desk receives. */
	'unreceived',
	/** Desks at which together at least so many `slots` are missing for what families want. */
	'shortage',
	/** Families that need no steps, and desks that they can reach by steps only. */
	'never-step-free',
	/** Families whose interpreter is never there while a desk has a slot. */
	'never-interpreted',
	/** Families that would need more slots in a row than a desk has. */
	'never-long-enough',
	/** Families that have more teachers than they may book. */
	'over-limit',
	/** Families that could not see all their teachers even if nobody else came. */
	'never-all',
	/** Families that must not meet, for whom no two visits were found that keep them apart. */
	'never-apart',
	/** Families without a single e-mail address or telephone number. */
	'unreachable',
	/** Adults or teachers whose address is none. */
	'email-malformed',
	/** Adults or teachers with one address, in different families. */
	'email-doubled',
	/** Teachers without an address. */
	'email-missing',
	/** Teachers whose address nobody has confirmed. */
	'email-unconfirmed',
	/** Rooms of which nobody has said whether there are steps, while a family needs none. */
	'steps-unknown',
	/** Buildings between which some families must walk longer than slots lie apart: `minutes`. */
	'walk-too-long',
	/** Dates with hours early in the morning or late at night. */
	'odd-hours',
	/** Dates on which nobody is at school; `what`: the holiday's name. */
	'on-holiday',
	/** Desks with times that no family is meant to book. */
	'nobody-books',
	/** Questions of desks that are gone, or that no family is meant to book. */
	'question-unasked',
] as const;
export type FindingKind = (typeof findingKinds)[number];

/** From this kind on it can wait: nobody is kept from booking by it. */
const FIRST_LIGHT: FindingKind = 'unreachable';

/** Whether families would be let down by it as soon as they can book. */
export const isGrave = ({ kind }: Pick<Finding, 'kind'>): boolean =>
	findingKinds.indexOf(kind) < findingKinds.indexOf(FIRST_LIGHT);

/** Kinds that only those read who know what few may know. */
export const isSecret = ({ kind }: Pick<Finding, 'kind'>): boolean => kind === 'never-apart';

/** What a finding is about is one of these, so that it can be named and led to. */
export type Thing =
	| 'desk'
	| 'teacher'
	| 'adult'
	| 'student'
	| 'family'
	| 'class'
	| 'place'
	| 'building'
	| 'date'
	| 'question';

/** Somebody or something that a finding is about: an id, or a local date. */
export interface About {
	readonly thing: Thing;
	readonly id: string;
}

/** Something missing or suspicious, before families meet with it. */
export interface Finding {
	readonly kind: FindingKind;
	/** More exactly what, where one kind is of several. */
	readonly what: string | null;
	/** Whom and what it is about, in order. */
	readonly about: readonly About[];
	/** What can be counted of it, by name: slots that are missing, minutes of a walk, an instant. */
	readonly numbers: Readonly<Record<string, number>>;
}

/** A finding of a kind, about what is given. */
export function finding(
	kind: FindingKind,
	thing: Thing,
	ids: Iterable<string>,
	more: Partial<Omit<Finding, 'kind' | 'about'>> = {},
): Finding {
	return {
		kind,
		what: null,
		numbers: {},
		about: [...ids].map((id) => ({ thing, id })),
		...more,
	};
}

/** One finding, about all of the ids; none where there are no ids. */
export const foundAbout = (
	kind: FindingKind,
	thing: Thing,
	ids: Iterable<string>,
	more: Partial<Omit<Finding, 'kind' | 'about'>> = {},
): Finding[] => {
	const all = [...ids];
	return all.length ? [finding(kind, thing, all, more)] : [];
};

/**
 * What a finding says, as one text: the same as long as its facts are the same. Whoever sets it aside
 * means these facts; with others it is there again.
 */
export const factsOf = ({ kind, what, about, numbers }: Finding): string =>
	JSON.stringify([kind, what, numbers, about.map(({ thing, id }) => `${thing}/${id}`).sort()]);

/** The findings, what harms most first. */
export const byHarm = (findings: readonly Finding[]): Finding[] =>
	findings
		.map((entry, index) => ({ entry, index }))
		.sort(
			(a, b) =>
				findingKinds.indexOf(a.entry.kind) - findingKinds.indexOf(b.entry.kind) ||
				(b.entry.numbers.slots ?? 0) - (a.entry.numbers.slots ?? 0) ||
				a.index - b.index,
		)
		.map(({ entry }) => entry);
