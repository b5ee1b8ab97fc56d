import { withoutStyleSheet } from '../../../core/notices/html-wording';
import type { Message } from '../../messages/mailer';

const withPictures = (html: string, pictures: Message['pictures'] = []): string =>
	pictures.reduce(
		(shown, { cid, content }) =>
			shown.replaceAll(`cid:${cid}`, `data:image/png;base64,${content.toString('base64')}`),
		html,
	);

/** A message as a page of ours shows it. */
export const asShown = ({
	subject,
	text,
	html = '',
	pictures,
}: Pick<Message, 'subject' | 'text' | 'html' | 'pictures'>) => ({
	subject,
	text: masked(text),
	html: withPictures(masked(withoutStyleSheet(html)), pictures),
});

/** Private links let anybody in. */
export const masked = (text: string): string =>
	text.replaceAll(/\/(i|g|proof)\/[a-z2-7]+/g, (_, kind: string) => `/${kind}/…`);
