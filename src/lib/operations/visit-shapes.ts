import { modes, type Mode } from '../core/ways-to-meet';
import { z, type ZodMiniType } from 'zod/mini';
import type { KeptAppointment, WantedAppointment } from '../core/visits/wanted-appointment';
import type { RefusalCode } from '../core/rules/answer';
import type { VisitConflict } from '../core/visits/settle-visit';
import { reasons } from './change';
import { date, exactly, id, instant } from './shapes';

export const mode: ZodMiniType<Mode> = z.enum(modes);

const few = z.array(id).check(z.maxLength(40));

const wanted = {
	slot: id,
	wishes: few.check(z.minLength(1)),
	person: z.optional(id),
	mode: z.optional(mode),
	adults: z.optional(few.check(z.minLength(1))),
	students: z.optional(few),
};

export const wantedAppointment: ZodMiniType<WantedAppointment> = z.object(wanted);
const keptAppointment: ZodMiniType<KeptAppointment> = z.object({ ...wanted, slots: z.array(id) });

/** What is kept for a family, until an instant. */
export interface HeldVisit {
	readonly id: string;
	readonly until: number;
	readonly keeps: readonly KeptAppointment[];
}

export const heldVisit: ZodMiniType<HeldVisit> = z.object({
	id,
	until: instant,
	keeps: z.array(keptAppointment),
});

const count = z.number();
const at = <const Code extends string, Facts extends z.core.$ZodShape>(code: Code, facts: Facts) =>
	z.object({ slot: z.string(), code: z.literal(code), ...facts });

/** Why one of the wanted appointments cannot be: core's refusals, one for one. */
export const visitConflict = exactly<VisitConflict>()(
	z.discriminatedUnion('code', [
		at('not-published', {}),
		at('paused', {}),
		at('not-open-yet', { opensAt: instant }),
		at('closed', { closesAt: instant }),
		at('past', {}),
		at('too-late', { until: instant }),
		at('too-far-ahead', { until: date }),
		at('taken', {}),
		at('too-short', { length: count }),
		at('no-wish-for-this-desk', {}),
		at('already-arranged', {}),
		at('student-limit', { student: id, limit: count }),
		at('family-limit', { limit: count }),
		at('desk-day-limit', { date, limit: count }),
		at('mode-not-offered', { offered: z.readonly(z.array(mode)) }),
		at('not-step-free', {}),
		at('no-interpreter', { language: z.string() }),
		at('not-of-the-family', {}),
		at('nobody-comes', {}),
		at('overlaps-own', {}),
		at('student-elsewhere', { student: id }),
		at('turn-too-short', { needed: count, minutes: count }),
	]),
);

/** The code alone of one of core's refusals. */
export const refusalCode = exactly<RefusalCode>()(
	z.enum([
		...(['not-published', 'paused', 'not-open-yet', 'closed', 'past', 'too-late'] as const),
		...(['too-far-ahead', 'taken', 'too-short', 'no-wish-for-this-desk'] as const),
		...(['already-arranged', 'student-limit', 'family-limit', 'desk-day-limit'] as const),
		...(['mode-not-offered', 'not-step-free', 'no-interpreter', 'not-of-the-family'] as const),
		...(['nobody-comes', 'overlaps-own', 'student-elsewhere', 'turn-too-short'] as const),
	]),
);

/** Something stands in the way of a visit; nothing was changed. */
export interface Conflicts {
	readonly reason: 'conflicts';
	readonly conflicts: readonly VisitConflict[];
}

export const conflicts: ZodMiniType<Conflicts> = z.object({
	reason: z.literal('conflicts'),
	conflicts: z.array(visitConflict),
});

/** Whose visit it is. */
export const whose = { conferenceId: id, familyId: id };
export const wishOfFamily = z.object({ ...whose, wish: id });

/** The ids of the appointments that were made, or that moved, and the act to take back; `null`: nothing changed. */
export interface MadeVisit {
	readonly appointments: readonly string[];
	readonly act: string | null;
}
export const made: ZodMiniType<MadeVisit> = z.object({
	appointments: z.array(id),
	act: z.nullable(id),
});
/** What may stand in the way of what is changed. */
export const unknownOrConflicts: ZodMiniType<Conflicts | { readonly reason: 'unknown' }> = z.union([
	conflicts,
	reasons('unknown'),
]);
/** What is kept, until when. */
export const held: ZodMiniType<{ readonly hold: HeldVisit }> = z.object({ hold: heldVisit });
