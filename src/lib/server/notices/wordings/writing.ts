import type { NoticeReason } from '../../../core/notices/kinds';
import type { Wording } from '../../../core/notices/wording';
import type { App } from '../../app';
import type { notice } from '../../foundation/database/schema';
import type { CalendarFile, CalendarPart } from '../../messages/mailer';

export type NoticeRow = typeof notice.$inferSelect;

/** What a notice says. */
export interface WrittenWords {
	readonly wording: Wording;
	readonly calendars?: readonly CalendarPart[];
	/** Published entries (RFC 5546, 3.2.1), for who keeps them by hand. */
	readonly files?: readonly CalendarFile[];
	/** Ids of the desks that it is about: their teacher may want to get the answers. */
	readonly desks?: readonly string[];
}

/** What a notice says, once it is written; or why it is not to be sent. */
export type Written = WrittenWords | { readonly reason: NoticeReason };

/** What every wording is written with. */
export interface Writing {
	readonly app: App;
	readonly row: NoticeRow;
	readonly school: { readonly name: string; readonly telephone: string | null };
	/** The recipient's e-mail address. */
	readonly to: string;
}
