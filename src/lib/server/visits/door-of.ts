import type { Config } from '../foundation/config';
import type { place } from '../foundation/database/schema';
import { keyedDigest } from '../foundation/keyed-digest';
import { secret } from '../foundation/secret-in-answer';

const LENGTH = 20;

/**
 * The video link of an appointment: the standing one of its place, or one of its own, which nobody can
 * guess and which is never stored. `null` when there is none.
 */
export function doorOf(
	{ key, videoService }: Pick<Config, 'key' | 'videoService'>,
	{ link, fresh }: Pick<typeof place.$inferSelect, 'link' | 'fresh'>,
	appointmentId: string,
): string | null {
	if (!fresh) return link && secret(link);
	if (videoService === null) return null;
	const name = keyedDigest(key, 'video-door', appointmentId).slice(0, LENGTH);
	return secret(new URL(name, videoService.replace(/\/?$/, '/')).href);
}
