/** What the identifiers of the program's own calendar entries end with (RFC 5545, 3.8.4.7), wherever it runs. */
const OWN = '@ten-chairs';

/** The identifier of an entry that the program writes, from what tells it from all others. */
export const ownEntryId = (of: string): string => `${of}${OWN}`;

/** Whether an entry came from the program, whoever sends it back. */
export const isOwnEntry = (uid: string): boolean => uid.trim().toLowerCase().endsWith(OWN);
