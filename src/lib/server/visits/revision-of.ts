/** A desk is changed less often than this while an appointment stays as it is. */
const DESK_CHANGES = 1000;

/**
 * Rises with every change of an appointment, and of the desk: hours, place, who stands in. Not with the
 * conference's version, from which one could tell that other families are kept apart.
 */
export const revisionOf = ({ version, ofDesk }: { version: number; ofDesk: number }): number =>
	version * DESK_CHANGES + Math.min(ofDesk, DESK_CHANGES - 1);
