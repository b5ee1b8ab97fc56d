import { simpleParser } from 'mailparser';
import { isForGood, isLost, readDeliveryStatus } from '../../../core/notices/delivery-status';

/** A notice that came back. */
export interface Returned {
	readonly notice: string;
	/** The address takes nothing. */
	readonly isForGood: boolean;
}

/**
 * Finds of which notice a message tells that it could not be delivered: a multipart/report with a delivery status
 * (RFC 3464) and the headers of what was returned, among them our Message-ID (RFC 6522, 3). `null`: it tells of
 * nothing of ours, or of nothing that is lost.
 */
export async function readReturned(message: string): Promise<Returned | null> {
	const { attachments } = await simpleParser(message, {
		keepDeliveryStatus: true,
		skipHtmlToText: true,
		skipTextToHtml: true,
		skipImageLinks: true,
	});
	const textsOf = (type: RegExp) =>
		attachments
			.filter(({ contentType }) => type.test(contentType))
			.map(({ content }) => content.toString('utf8'));
	const lost = textsOf(/^message\/delivery-status$/)
		.flatMap(readDeliveryStatus)
		.filter(isLost);
	if (lost.length === 0) return null;
	const headers = textsOf(/^(message\/rfc822|text\/rfc822-headers)$/);
	for (const text of headers) {
		const id = OUR_MESSAGE_ID.exec(text)?.[1];
		if (id) return { notice: id, isForGood: lost.some(isForGood) };
	}
	return null;
}

/** As the mailer writes it, about a notice. */
const OUR_MESSAGE_ID = /^message-id:\s*<notice\.([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})@/im;
