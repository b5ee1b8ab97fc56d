import { describeError } from '../foundation/failures/describe-error';
import { createTransport } from 'nodemailer';
import type { Config } from '../foundation/config';
import type { Logger } from '../foundation/logs/logger';

/** A message to one address, as plain text. */
export interface Message {
	/** What it is about, for telling a repeat from a new one: the id of the act it comes from. */
	readonly about: string;
	readonly to: string;
	readonly subject: string;
	readonly text: string;
}

export interface Mailer {
	/** Hands the message to the mail server. `false` when there is none or it does not take it. */
	send(message: Message): Promise<boolean>;
}

/** Sends through the server of `SMTP_URL`. What is sent, and to whom, never enters the log. */
export function createMailer(config: Config, log: Logger): Mailer {
	if (!config.smtpUrl) return { send: async () => false };
	const transport = createTransport(config.smtpUrl, { from: config.mailFrom });
	const host = new URL(config.origin).hostname;
	return {
		async send({ about, to, subject, text }) {
			try {
				const messageId = `<${about}@${host}>`;
				await transport.sendMail({ to, subject, text, messageId });
				return true;
			} catch (error) {
				log.warn({ about, ...describeError(error) }, 'not sent');
				return false;
			}
		},
	};
}
