import { error } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import { conferenceAt, type ConferenceRow } from '../../conferences/read-conference';

/**
 * The conference that an address of the office is about; the page of what is not there for another one. A page
 * that waited for the layout's data instead would have all of it made again.
 */
export async function conferenceFor(
	{ app }: Pick<App.Locals, 'app'>,
	{ address }: { readonly address?: string },
): Promise<ConferenceRow> {
	const conference = await conferenceAt(app.db, address ?? '');
	if (!conference) error(404, m.error_not_found());
	return conference;
}
