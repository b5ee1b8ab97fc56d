import { createTransport } from 'nodemailer';
import type { Config } from '../foundation/config';
import { describeError } from '../foundation/failures/describe-error';
import type { Logger } from '../foundation/logs/logger';

/** A calendar entry that goes with a message (RFC 6047). */
export interface CalendarPart {
	readonly method: 'REQUEST' | 'CANCEL';
	readonly content: string;
}

/** A calendar file that goes with a message. */
export interface CalendarFile {
	readonly filename: string;
	readonly content: string;
}

/** A picture within the HTML of a message, which names it `cid:…` (RFC 2392). */
export interface MessagePicture {
	readonly cid: string;
	readonly filename: string;
	readonly content: Buffer;
}

/** A message to one address. */
export interface Message {
	/** What it is about, for telling a repeat from a new one: the act or notice it comes from. */
	readonly about: string;
	readonly to: string;
	/** Where answers go, if not to the sender. */
	readonly replyTo?: string;
	readonly subject: string;
	readonly text: string;
	readonly html?: string;
	/** The first stands beside the text, the others are attached: a part has one method and one entry. */
	readonly calendars?: readonly CalendarPart[];
	/** Calendar files to be saved (RFC 5546, 3.2.1: published, so that nothing is asked). */
	readonly files?: readonly CalendarFile[];
	readonly pictures?: readonly MessagePicture[];
}

/** What became of a message: the mail server took it, will never take it, or cannot be reached. */
export type Sent = 'sent' | 'refused' | 'unreachable';

/** How long each step of the mail server's is waited for; milliseconds. */
const LONGEST_WAIT = 20_000;

export interface Mailer {
	/** Hands the message to the mail server. */
	send(message: Message): Promise<Sent>;
	/** Ends the connection that is kept for what comes next. */
	close(): void;
}

/** Sends through the server of `SMTP_URL`. What is sent, and to whom, never enters the log. */
export function createMailer(config: Config, log: Logger): Mailer {
	if (!config.smtpUrl) return { send: async () => 'unreachable', close: () => {} };
	const transport = createTransport(
		{
			url: config.smtpUrl,
			connectionTimeout: LONGEST_WAIT,
			greetingTimeout: LONGEST_WAIT,
			socketTimeout: LONGEST_WAIT,
			// A connection for each message would take longer to open than the message to send.
			pool: true,
			maxConnections: 1,
		},
		{ from: config.mailFrom },
	);
	const host = new URL(config.origin).hostname;
	return {
		async send({
			about,
			to,
			replyTo,
			subject,
			text,
			html,
			calendars = [],
			files = [],
			pictures = [],
		}) {
			const [first, ...others] = calendars;
			try {
				await transport.sendMail({
					to,
					replyTo,
					subject,
					text,
					html,
					messageId: `<${about}@${host}>`,
					icalEvent: first && { ...first, filename: 'visit.ics' },
					attachments: [
						...pictures.map(({ cid, filename, content }) => ({
							cid,
							filename,
							content,
							contentDisposition: 'inline' as const,
						})),
						...others.map(({ method, content }, index) => ({
							filename: `visit-${index + 2}.ics`,
							content,
							contentType: `text/calendar; charset=utf-8; method=${method}`,
						})),
						...files.map(({ filename, content }) => ({
							filename,
							content,
							contentType: 'text/calendar; charset=utf-8; method=PUBLISH',
						})),
					],
				});
				return 'sent';
			} catch (error) {
				log.warn({ about, ...describeError(error) }, 'not sent');
				return isForGood(error) ? 'refused' : 'unreachable';
			}
		},
		close: () => transport.close(),
	};
}

/** A code from 500 on says that trying again is of no use (RFC 5321, 4.2.1). */
const isForGood = (error: unknown): boolean =>
	error instanceof Error &&
	'responseCode' in error &&
	typeof error.responseCode === 'number' &&
	error.responseCode >= 500;
