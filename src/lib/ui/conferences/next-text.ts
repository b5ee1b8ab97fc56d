import type { WhatNext } from '$lib/core/conferences/what-next';
import { m } from '$lib/paraglide/messages';
import { momentText, timeText } from '$lib/ui/parts/format/when';

/** Whether families are let down until somebody does it. */
export const isUrgent = ({ what }: WhatNext): boolean => what === 'missed';

/** What a conference needs next. */
export function nextText(next: WhatNext, zone: string): string {
	switch (next.what) {
		case 'desks':
			return m.office_next_desks();
		case 'look':
			return m.office_next_look({ count: next.count });
		case 'missed':
			return m.office_next_missed({ moment: momentText(next.moment, zone) });
		case 'publish':
			return m.office_next_publish();
		case 'opens-soon':
			return m.office_opens_soon({ time: timeText(next.moment, zone) });
		case 'answer':
			return m.office_next_answer({ count: next.count });
	}
}
