/**
 * An identifier says of what it is one. A desk's where a slot's is wanted does not compile; a text that nobody
 * has said anything about does, so that what comes from outside need only be read. At run time all are texts.
 */
type Id<Of extends string> = string & { readonly idOf?: Of };

export type DeskId = Id<'desk'>;
export type SlotId = Id<'slot'>;
export type WishId = Id<'wish'>;
export type FamilyId = Id<'family'>;
export type StudentId = Id<'student'>;
export type AdultId = Id<'adult'>;
export type PersonId = Id<'person'>;
export type AppointmentId = Id<'appointment'>;
