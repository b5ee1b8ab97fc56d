import { error, redirect, type RequestEvent } from '@sveltejs/kit';
import { m } from '$lib/paraglide/messages';
import {
	changeAdult,
	changeFamily,
	peopleToLink,
	readFamily,
} from '$lib/server/register/edit-family';
import { readSchool } from '$lib/server/register/school';
import { eraseFamily } from '$lib/server/register/erase-family';
import { describeFamily } from '$lib/server/register/find-families';
import { renewLink, withdrawLink } from '$lib/server/invitations/renew-link';
import { mergeFamilies, splitFamily } from '$lib/server/register/rearrange-families';
import { changeRight, familySafety, keepApart } from '$lib/server/safety/change-safety';
import { accountFor } from '$lib/server/foundation/requests/account-for';
import { formAction } from '$lib/server/foundation/requests/form-action';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { app } = locals;
	const account = accountFor(locals, 'register.see');
	const family = await readFamily(app, account, params.id);
	if (!family) error(404, m.error_not_found());
	return {
		family,
		timeZone: (await readSchool(app.db))?.timeZone ?? 'UTC',
		described: await describeFamily(app, account, params.id),
		safety: await familySafety(app, account, params.id),
		people: await peopleToLink(app, account),
	};
};

const saved = () => ({ said: m.saved() });
const changedMeanwhile = { 'changed-meanwhile': () => m.changed_meanwhile() };
const ofThis = ({ params }: RequestEvent) => ({ family: params.id! });

export const actions: Actions = {
	save: formAction(changeFamily, {
		given: ({ params }) => ({ id: params.id! }),
		refused: changedMeanwhile,
		done: saved,
	}),
	adult: formAction(changeAdult, {
		given: ofThis,
		refused: {
			...changedMeanwhile,
			'teacher-taken': () => m.family_teacher_taken(),
			'teacher-busy': () => m.family_teacher_busy(),
		},
		done: saved,
	}),
	renew: formAction(renewLink, {
		refused: { unknown: () => m.link_unknown() },
		done: () => ({ said: m.link_renewed() }),
	}),
	withdraw: formAction(withdrawLink, {
		refused: { unknown: () => m.link_unknown() },
		done: () => ({ said: m.link_withdrawn() }),
	}),
	merge: formAction(mergeFamilies, {
		given: ({ params }) => ({ kept: params.id! }),
		refused: {},
		done: saved,
	}),
	split: formAction(splitFamily, {
		given: ofThis,
		refused: { 'nobody-left': () => m.family_split_nobody() },
		done: ({ id }) => redirect(303, `/office/people/families/${id}`),
	}),
	rights: formAction(changeRight, { refused: {}, done: saved }),
	apart: formAction(keepApart, { given: ofThis, refused: {}, done: saved }),
	erase: formAction(eraseFamily, {
		given: ofThis,
		refused: { 'another-name': () => m.family_erase_wrong() },
		done: () => redirect(303, '/office/people/families'),
	}),
};
