/**
 * How long a family can take back what it did, in milliseconds: its page shows a minute, the rest is for the way.
 * So long nobody is told of it.
 */
export const TAKEN_BACK_WITHIN = 75_000;
