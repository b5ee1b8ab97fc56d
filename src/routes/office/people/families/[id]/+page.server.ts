import { error, fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { m } from '$lib/paraglide/messages';
import {
	changeAdult,
	changeFamily,
	peopleToLink,
	readFamily,
} from '$lib/server/register/edit-family';
import { eraseFamily } from '$lib/server/register/erase-family';
import { describeFamily } from '$lib/server/register/find-families';
import { mergeFamilies, splitFamily } from '$lib/server/register/rearrange-families';
import { changeRight, familySafety, keepApart } from '$lib/server/safety/change-safety';
import { accountFor } from '$lib/server/web/account-for';
import { readFields } from '$lib/server/web/read-fields';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
	const { app } = locals;
	const account = accountFor(locals, 'register.see');
	const family = await readFamily(app, account, params.id);
	if (!family) error(404, m.error_not_found());
	return {
		family,
		described: await describeFamily(app, account, params.id),
		safety: await familySafety(app, account, params.id),
		people: await peopleToLink(app, account),
	};
};

const line = (longest: number) =>
	z
		.string()
		.trim()
		.max(longest, { error: () => m.text_too_long() });
const flag = z.literal('on').optional().transform(Boolean);

const familySchema = z.object({
	label: line(120).min(1, { error: () => m.family_label_missing() }),
	address: line(300),
	interpreter: line(80),
	stepFree: flag,
	version: z.coerce.number().int(),
});
const adultSchema = z.object({
	id: z.union([z.literal(''), z.uuid()]),
	version: z.coerce.number().int(),
	givenName: line(120),
	familyName: line(120),
	email: z.union([z.literal(''), z.email({ error: () => m.email_wrong() })]),
	telephone: line(40),
	language: line(80),
	channel: z.enum(['email', 'text', 'telephone', 'paper']),
	personId: z.union([z.literal(''), z.uuid()]),
});
const mergeSchema = z.object({ other: z.uuid({ error: () => m.family_merge_choose() }) });
const splitSchema = z.object({
	adults: z.array(z.uuid()).default([]),
	students: z.array(z.uuid()).default([]),
	inBoth: z.array(z.uuid()).default([]),
});
const rightSchema = z.object({
	adult: z.uuid(),
	student: z.uuid(),
	mayBook: flag,
	maySee: flag,
	isTold: flag,
});
const apartSchema = z.object({
	other: z.uuid({ error: () => m.family_merge_choose() }),
	margin: z.union([z.literal('none'), z.coerce.number().int().min(0).max(240)]),
});

export const actions: Actions = {
	save: async ({ request, locals, params }) => {
		const account = accountFor(locals, 'register.change');
		const read = await readFields(request, familySchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const { version, ...input } = read.fields;
		const target = { id: params.id, version };
		const result = await changeFamily(locals.app, account, target, input);
		return result === 'changed'
			? { said: m.saved() }
			: fail(409, { problem: m.changed_meanwhile() });
	},
	adult: async ({ request, locals, params }) => {
		const account = accountFor(locals, 'register.change');
		const read = await readFields(request, adultSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const { id, version, ...input } = read.fields;
		const target = id ? { id, version } : null;
		const result = await changeAdult(locals.app, account, params.id, target, input);
		switch (result) {
			case 'changed':
				return { said: m.saved() };
			case 'changed-meanwhile':
				return fail(409, { problem: m.changed_meanwhile() });
			case 'teacher-taken':
				return fail(409, { problem: m.family_teacher_taken() });
			case 'teacher-busy':
				return fail(409, { problem: m.family_teacher_busy() });
		}
	},
	merge: async ({ request, locals, params }) => {
		const account = accountFor(locals, 'register.change');
		const read = await readFields(request, mergeSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		await mergeFamilies(locals.app, account, params.id, read.fields.other);
		return { said: m.saved() };
	},
	split: async ({ request, locals, params }) => {
		const account = accountFor(locals, 'register.change');
		const read = await readFields(request, splitSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const result = await splitFamily(locals.app, account, params.id, read.fields);
		if (!result.ok) return fail(400, { problem: m.family_split_nobody() });
		redirect(303, `/office/people/families/${result.id}`);
	},
	rights: async ({ request, locals }) => {
		const account = accountFor(locals, 'safety.see');
		const read = await readFields(request, rightSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		await changeRight(locals.app, account, read.fields);
		return { said: m.saved() };
	},
	apart: async ({ request, locals, params }) => {
		const account = accountFor(locals, 'safety.see');
		const read = await readFields(request, apartSchema);
		if (!read.ok) return fail(400, { problem: read.problem });
		const { other, margin } = read.fields;
		await keepApart(locals.app, account, [params.id, other], margin === 'none' ? null : margin);
		return { said: m.saved() };
	},
	erase: async ({ request, locals, params }) => {
		const { app } = locals;
		const account = accountFor(locals, 'register.change');
		const family = await readFamily(app, account, params.id);
		const typed = String((await request.formData()).get('label') ?? '').trim();
		if (!family || typed !== family.label) return fail(400, { problem: m.family_erase_wrong() });
		await eraseFamily(app, account, params.id);
		redirect(303, '/office/people/families');
	},
};
