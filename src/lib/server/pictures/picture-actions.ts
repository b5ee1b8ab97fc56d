import { fail, type RequestEvent } from '@sveltejs/kit';
import type { Actor } from '../../core/permissions/may';
import { m } from '$lib/paraglide/messages';
import { setPicture, takePicture } from './pictures';
import type { PictureFailure } from './small-picture';

/** Whose picture it is, and who acts. Refuses whoever may not. */
type Whose = (event: RequestEvent) => { readonly actor: Actor; readonly person: string };

function failureText(reason: PictureFailure): string {
	switch (reason) {
		case 'too-large':
			return m.picture_too_large();
		case 'no-picture':
			return m.picture_none();
	}
}

/** What can be done about a person's picture, for the office and for the person. */
export const pictureActions = (whose: Whose) => ({
	picture: async (event: RequestEvent) => {
		const { actor, person } = whose(event);
		const file = (await event.request.formData()).get('picture');
		if (!(file instanceof File) || file.size === 0)
			return fail(400, { pictureProblem: m.picture_choose() });
		const failure = await takePicture(event.locals.app, actor, person, file);
		return failure
			? fail(400, { pictureProblem: failureText(failure) })
			: { pictureSaid: m.saved() };
	},
	withoutPicture: async (event: RequestEvent) => {
		const { actor, person } = whose(event);
		await setPicture(event.locals.app, actor, { person, webp: null });
		return { pictureSaid: m.saved() };
	},
});
