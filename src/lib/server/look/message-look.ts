import type { MessageLook } from '../../core/notices/html-wording';
import type { SchoolLook } from '../../core/look/school-look';
import type { Reader } from '../foundation/database/connect';
import type { MessagePicture } from '../messages/mailer';
import { logoAt } from './logos';

/** The logo's name within a message. */
const CID = 'logo@school';

/** How the school's messages look, with the pictures that go along. */
export async function messageLook(
	db: Reader,
	{ colours, logo }: SchoolLook,
): Promise<{ readonly look: MessageLook; readonly pictures: readonly MessagePicture[] }> {
	const content = logo && (await logoAt(db, logo.digest));
	if (!logo || !content) return { look: { colours, logo: null }, pictures: [] };
	return {
		look: { colours, logo: { ...logo, source: `cid:${CID}` } },
		pictures: [{ cid: CID, filename: 'logo.png', content }],
	};
}
