/** What the school is asked to settle: a meeting that cannot be booked, or a link that was lost. */
export const enquiryKinds = ['meeting', 'lost-link'] as const;

/** The most that a family can say with it, in characters. */
export const LONGEST_WORDS = 500;
