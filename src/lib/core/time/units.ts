/**
 * Numbers that say in what they are counted. Two that are counted differently are not compared; what is worked
 * out from them is a plain number until somebody says what it is. At run time all are numbers.
 */
type Counted<Unit extends string> = number & { readonly unit?: Unit };

/** Milliseconds since 1970. */
export type Instant = Counted<'instant'>;
/** Minutes: after midnight, or on the planner's axis. */
export type Minutes = Counted<'minutes'>;
