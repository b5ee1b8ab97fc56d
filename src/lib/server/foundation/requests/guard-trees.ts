import { error, redirect, type Handle, type RequestEvent } from '@sveltejs/kit';
import { may, type Act } from '../../../core/permissions/may';
import { m } from '$lib/paraglide/messages';

/** A tree of pages, and what whoever comes in by an account must be allowed to do. */
const trees: readonly { readonly root: string; readonly act: Act }[] = [
	{ root: '/office', act: 'conference.see' },
	{ root: '/office/people', act: 'register.see' },
	{ root: '/door', act: 'door.see' },
	{ root: '/account', act: 'account.own' },
];

/** Trees for those who came through a private link; their pages say in full why they are not shown. */
const linkTrees = { '/visit': 'adult', '/teacher': 'teacher' } as const;

const isIn = (route: string, root: string): boolean =>
	route === root || route.startsWith(`${root}/`);

/**
 * Refuses strangers before anything of a tree runs: a page's loads run at the same time, and each can be
 * asked for alone, so that none may rely on another one to refuse. What only some accounts may do is
 * still each load's and action's own to ask.
 */
export const guardTrees: Handle = ({ event, resolve }) => {
	const route = event.route.id ?? '';
	for (const { root, act } of trees) if (isIn(route, root)) letIn(event, act);
	if (event.isDataRequest)
		for (const [root, who] of Object.entries(linkTrees))
			if (isIn(route, root) && !event.locals[who]) error(404, m.link_unknown());
	return resolve(event);
};

function letIn(event: RequestEvent, act: Act): void {
	const { account } = event.locals;
	if (account && may(account, act)) return;
	if (isForPage(event)) {
		if (!account) redirect(303, '/sign-in');
		if (may(account, 'door.see')) redirect(303, '/door');
	}
	error(403, m.error_forbidden());
}

/** Somebody looks at a page; a page's script, or a form that was sent, is better told that it may not. */
const isForPage = ({ request, isDataRequest }: RequestEvent): boolean =>
	request.method === 'GET' && (isDataRequest || request.headers.get('sec-fetch-dest') !== 'empty');
