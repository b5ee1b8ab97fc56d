import { afterAll, beforeAll, expect, it } from 'vitest';
import type { App } from '$lib/server/app';
import { passwordLink } from '$lib/server/accounts/password-links';
import { pageChanges } from '$lib/server/foundation/requests/page-changes';
import { pageQuestions } from '$lib/server/foundation/requests/page-questions';
import { openDemo, type SeededHouse } from '../browser/house';
import { SYSTEM } from '$lib/core/permissions/may';
import { makeShortLink } from '$lib/server/sharing/short-links';
import { askGuest } from '$lib/server/visits/guests';
import { appBeside } from './app-beside';
import { everyRoute, nodesOf } from './route-table';

const ROLES = ['organiser', 'helper', 'front-door', 'teacher', 'family', 'nobody'] as const;
type Role = (typeof ROLES)[number];

const anybody: readonly Role[] = ROLES;
const office: readonly Role[] = ['organiser', 'helper'];
const organiser: readonly Role[] = ['organiser'];
const accounts: readonly Role[] = ['organiser', 'helper', 'front-door'];
const family: readonly Role[] = ['family'];
const teacher: readonly Role[] = ['teacher'];

const people = '/office/people';
const person = (folder: string): Record<string, readonly Role[]> => ({
	[`${people}/${folder} page`]: office,
	[`${people}/${folder}/[id] page`]: office,
	[`${people}/${folder}/[id] ?/save`]: organiser,
	[`${people}/${folder}/[id] ?/leave`]: organiser,
	[`${people}/${folder}/[id] ?/return`]: organiser,
	[`${people}/${folder}/new page`]: organiser,
	[`${people}/${folder}/new ?/default`]: organiser,
});

const busyTimes = (route: string, roles: readonly Role[]): Record<string, readonly Role[]> =>
	Object.fromEntries(
		['File', 'Address', 'Again', 'Remove']
			.map((name) => `calendar${name}`)
			.concat('entry', 'block', 'unblock')
			.map((action) => [`${route} ?/${action}`, roles]),
	);

/** Who may ask for what. A route that is not here makes the first test fail. */
const ALLOWED: Record<string, readonly Role[]> = {
	...Object.fromEntries(
		['visit', 'teacher', 'g', 'sign-in', 'password', 'proof', 'door', 'come', 's', 'guide'].map(
			(folder) => [`/${folder} layout`, anybody],
		),
	),
	'/ page': anybody,
	'/ ?/code': anybody,
	'/ ?/lost': anybody,
	'/healthz GET': anybody,
	'/api/v1/openapi.json GET': anybody,
	// The open interface takes tokens alone: who is signed in on a page gets nothing there.
	'/api/v1/conferences GET': [],
	'/api/v1/conferences POST': [],
	'/api/v1/conferences/[id] GET': [],
	'/api/v1/conferences/[id]/file GET': [],
	'/api/v1/conferences/[id]/slots GET': [],
	'/api/v1/conferences/[id]/invitations POST': [],
	'/api/v1/returned-mail POST': [],
	'/api/v1/visit GET': [],
	'/api/v1/visit/plans POST': [],
	'/api/v1/visit/appointments POST': [],
	'/api/v1/visit/appointments PUT': [],
	'/api/v1/visit/appointments/[id] DELETE': [],
	'/api/v1/visit/holds POST': [],
	'/api/v1/visit/holds DELETE': [],
	'/api/v1/visit/holds/[id] DELETE': [],
	'/sign-in page': anybody,
	'/sign-in ?/default': anybody,
	'/sign-in/second page': anybody,
	'/sign-in/second ?/default': anybody,
	'/sign-in/forgot page': anybody,
	'/sign-in/forgot ?/default': anybody,
	'/password/[token] page': anybody,
	'/password/[token] ?/default': anybody,
	'/i/[token] page': anybody,
	'/g/[token] page': anybody,
	'/g/[token]/visit.ics GET': anybody,
	'/visit/kept page': anybody,
	'/s/[code] page': anybody,
	'/s/[code] ?/default': anybody,
	'/come/[address] page': anybody,
	'/come/[address] ?/default': anybody,
	'/come/in/[token] page': [],
	'/come/in/[token] ?/default': [],
	'/proof/[token] page': [],
	'/proof/[token] ?/default': [],
	// There is an organiser already: nobody sets up a second school.
	'/set-up page': [],
	'/set-up ?/default': [],
	'/account page': accounts,
	'/account ?/password': accounts,
	'/account ?/begin': accounts,
	'/account ?/confirm': accounts,
	'/account ?/end': accounts,
	'/account ?/told': accounts,
	'/account ?/token': organiser,
	'/account ?/revoke': organiser,
	'/door page': accounts,
	'/logo/[digest] GET': anybody,
	'/frame/[address] page': anybody,
	'/guide/[address] page': anybody,
	'/guide/[address]/teachers page': [...office, ...teacher],
	'/picture/[person]/[digest] GET': [...accounts, 'teacher', 'family'],
	'/teacher page': teacher,
	'/teacher ?/picture': teacher,
	'/teacher ?/withoutPicture': teacher,
	'/teacher/door/[appointment] GET': teacher,
	'/teacher ?/confirm': teacher,
	'/teacher ?/answer': ['organiser', 'teacher'],
	'/teacher ?/told': ['organiser', 'teacher'],
	'/teacher/desk/[desk] page': teacher,
	'/teacher/desk/[desk] ?/change': teacher,
	...busyTimes('/teacher/desk/[desk]', teacher),
	'/visit page': family,
	'/visit ?/leave': anybody,
	'/visit/details page': family,
	'/visit/details ?/save': family,
	'/visit/details ?/renew': family,
	'/visit/details ?/email': family,
	'/office/[address]/families ?/tell': organiser,
	'/office/[address]/notices page': office,
	'/office/[address]/notices ?/save': organiser,
	'/office/[address]/notices ?/test': office,
	'/office/[address]/outbox page': office,
	'/office/[address]/rules page': office,
	'/office/[address]/by-hand page': office,
	'/office/[address]/outbox/[notice] page': office,
	'/office/[address]/outbox/[notice] ?/again': office,
	'/visit/[address] page': family,
	'/visit/[address]/calendar.ics GET': family,
	// Only before it opens.
	'/visit/[address]/opening.ics GET': [],
	'/live/[conference] GET': ['organiser', 'helper', 'front-door', 'teacher', 'family'],
	// What pages ask for and change while they are open, by its name.
	'/ask/adult.link POST': organiser,
	'/ask/basics.read POST': office,
	'/ask/conference.progress POST': office,
	'/ask/desks.board POST': office,
	'/ask/enquiries.read POST': office,
	'/ask/families.find POST': office,
	'/ask/office.find POST': office,
	'/ask/seat.candidates POST': office,
	'/ask/seat.swaps POST': office,
	'/ask/links.sending POST': organiser,
	'/ask/people.find POST': office,
	'/do/conference.create POST': organiser,
	...Object.fromEntries(
		[
			'visit.book',
			'visit.change',
			'visit.cancel',
			'waiting.join',
			'waiting.leave',
			'wish.lengthen',
		].map((name) => [`/do/${name} POST`, ['organiser', 'helper', 'family'] as const]),
	),
	'/do/hold.give-back POST': ['organiser', 'helper', 'family'],
	'/do/hold.make POST': ['organiser', 'helper', 'family'],
	'/do/answers.save POST': ['organiser', 'helper', 'family'],
	'/do/questions.save POST': organiser,
	'/do/enquiry.make POST': ['organiser', 'helper', 'family'],
	'/do/guest.ask POST': ['organiser', 'helper', 'teacher', 'family'],
	'/do/guest.withdraw POST': ['organiser', 'helper', 'teacher', 'family'],
	'/do/enquiry.answer POST': office,
	'/do/newcomer.answer POST': organiser,
	'/do/letters.make POST': organiser,
	'/do/visit.undo POST': [...office, 'family'],
	'/do/offer.make POST': [...office, 'teacher'],
	'/do/appointment.answer POST': ['organiser', 'teacher'],
	'/do/appointments.swap POST': office,
	'/do/wish.add POST': office,
	'/do/wish.remove POST': office,
	'/do/slot.add-last POST': organiser,
	'/do/slot.undo-last POST': organiser,
	'/do/seats.block POST': office,
	'/do/seats.unblock POST': office,
	'/do/seats.undo POST': office,
	'/do/basics.save POST': organiser,
	'/do/rules.save POST': organiser,
	'/do/desks.save POST': organiser,
	'/do/rooms.save POST': organiser,
	'/office layout': office,
	'/office/[address] layout': office,
	'/office/[address]/floor layout': office,
	'/office/people layout': office,
	'/office page': office,
	'/office/new page': organiser,
	'/office/new ?/copy': organiser,
	'/office/[address]/basics page': office,
	'/office/[address]/desks page': office,
	'/office/[address]/desks ?/keep': organiser,
	'/office/[address]/desks ?/settle': organiser,
	'/office/rooms page': office,
	'/office/[address]/open page': office,
	'/office/[address]/open ?/publish': organiser,
	'/office/[address]/open ?/withdraw': organiser,
	'/office/[address]/open ?/pause': organiser,
	'/office/[address]/open ?/resume': organiser,
	'/office/[address]/open ?/remove': organiser,
	'/office/[address]/questions page': office,
	'/office/[address]/try page': office,
	'/office/[address]/try ?/begin': organiser,
	'/office/[address]/try ?/end': organiser,
	'/office/[address]/try/page page': office,
	'/office/[address]/readiness page': office,
	'/office/[address]/readiness ?/aside': organiser,
	'/office/[address]/readiness ?/back': organiser,
	'/office/[address]/families page': office,
	'/office/[address]/share page': office,
	'/office/[address]/share ?/sites': organiser,
	'/office/[address]/share ?/make': organiser,
	'/office/[address]/share ?/replace': organiser,
	'/office/[address]/letters page': organiser,
	'/office/[address]/to-answer page': office,
	'/office/[address]/families/[family] page': office,
	'/office/[address]/families/[family] ?/renew': organiser,
	'/office/[address]/families/[family] ?/withdraw': organiser,
	'/office/[address]/happened page': office,
	'/office/[address]/sheets page': office,
	'/office/[address]/families/file/[name] GET': office,
	'/office/[address]/floor page': office,
	'/office/[address]/floor/[slot] page': office,
	'/office/[address]/floor/door/[appointment] GET': office,
	[`${people} page`]: office,
	...person('teachers'),
	[`${people}/teachers ?/send`]: organiser,
	[`${people}/teachers/[id] ?/picture`]: organiser,
	[`${people}/teachers/[id] ?/withoutPicture`]: organiser,
	[`${people}/teachers/[id] ?/send`]: organiser,
	...busyTimes(`${people}/teachers/[id]`, organiser),
	...person('interpreters'),
	[`${people}/school page`]: office,
	[`${people}/school ?/save`]: organiser,
	[`${people}/school ?/holidays`]: organiser,
	[`${people}/school ?/without`]: organiser,
	[`${people}/school ?/logo`]: organiser,
	[`${people}/school ?/withoutLogo`]: organiser,
	[`${people}/students page`]: office,
	[`${people}/students/new page`]: organiser,
	[`${people}/students/new ?/default`]: organiser,
	[`${people}/students/[id] page`]: office,
	[`${people}/students/[id] ?/save`]: organiser,
	[`${people}/students/[id] ?/except`]: organiser,
	[`${people}/students/[id] ?/leave`]: organiser,
	[`${people}/students/[id] ?/return`]: organiser,
	[`${people}/families page`]: office,
	[`${people}/families/[id] page`]: office,
	[`${people}/families/[id] ?/save`]: organiser,
	[`${people}/families/[id] ?/adult`]: organiser,
	[`${people}/families/[id] ?/renew`]: organiser,
	[`${people}/families/[id] ?/withdraw`]: organiser,
	[`${people}/families/[id] ?/merge`]: organiser,
	[`${people}/families/[id] ?/split`]: organiser,
	[`${people}/families/[id] ?/rights`]: organiser,
	[`${people}/families/[id] ?/apart`]: organiser,
	[`${people}/families/[id] ?/erase`]: organiser,
	[`${people}/families/[id]/data GET`]: organiser,
	[`${people}/classes page`]: office,
	[`${people}/lists page`]: office,
	[`${people}/lists ?/undo`]: organiser,
	[`${people}/lists/preview POST`]: organiser,
	[`${people}/lists/apply POST`]: organiser,
	[`${people}/lists/file/[name] GET`]: office,
	[`${people}/accounts page`]: organiser,
	[`${people}/accounts ?/invite`]: organiser,
	[`${people}/accounts ?/again`]: organiser,
	[`${people}/accounts ?/change`]: organiser,
	[`${people}/accounts ?/withdraw`]: organiser,
	[`${people}/accounts ?/unfactor`]: organiser,
	// Last: it ends the sessions with which all the others are asked for.
	'/sign-out POST': anybody,
};

let demo: SeededHouse;
let app: App;
const cookies = new Map<Role, string>();
const ids: Record<string, string> = {};

const cookieOf = (response: Response) =>
	response.headers
		.getSetCookie()
		.map((cookie) => cookie.split(';')[0])
		.join('; ');

async function signInAs(role: Role, email: string, password: string) {
	const response = await fetch(`${demo.origin}/sign-in`, {
		method: 'POST',
		redirect: 'manual',
		headers: { origin: demo.origin },
		body: new URLSearchParams({ email, password }),
	});
	cookies.set(role, cookieOf(response));
}

beforeAll(async () => {
	demo = await openDemo();
	app = appBeside(demo);
	await signInAs('organiser', demo.email, demo.password);
	for (const role of ['helper', 'front-door'] as const) {
		const email = `${role}@gannetcove.example`;
		await app.accounts.create({ name: role, email, role, password: 'a long password' });
		await signInAs(role, email, 'a long password');
	}
	cookies.set('teacher', cookieOf(await fetch(demo.teacher, { redirect: 'manual' })));
	cookies.set('family', cookieOf(await fetch(demo.families.Gulzar, { redirect: 'manual' })));
	const [row] = await demo.sql`select
		(select id from desk where name = 'Oskar Lindqvist') as desk,
		(select id from conference limit 1) as conference,
		(select id from person where is_teacher limit 1) as teachers,
		(select id from person where is_interpreter limit 1) as interpreters,
		(select id from student limit 1) as students, (select id from family limit 1) as families,
		(select id from account limit 1) as account,
		(select id from notice where conference_id is not null limit 1) as notice,
		(select adult_id from invitation where adult_id is not null and revoked_at is null limit 1) as adult,
		(select appointment.id from appointment join desk on desk.id = desk_id
			where desk.name = 'Oskar Lindqvist' and stands limit 1) as appointment,
		(select slot.id from slot join desk on desk.id = desk_id
			where desk.name = 'Oskar Lindqvist' and detached_at is null limit 1) as slot`;
	Object.assign(ids, row);
	await demo.sql`update place set link = 'https://video.example/door'
		where id = (select place_id from appointment where id = ${ids.appointment!})`;
	await demo.sql`insert into person_picture (person_id, webp, digest)
		values (${ids.teachers!}, 'a picture', 'a-picture')`;
	await demo.sql`update school_logo set digest = 'a-picture'`;
	await demo.sql`update conference set rules = rules || '{"entry": "open"}'`;
	await demo.sql`update school set frame_sites = '{https://school.example}'`;
	ids.token = (await passwordLink(app, ids.account!, 60_000)).split('/').at(-1)!;
	ids.link = demo.teacher.split('/').at(-1)!;
	const asked = await askGuest(app, SYSTEM, {
		appointment: ids.appointment!,
		name: 'Sam',
		email: '',
	});
	await makeShortLink(app, SYSTEM, { conferenceId: ids.conference!, desk: ids.desk! });
	const [short] = await demo.sql<{ code: string }[]>`select code from short_link`;
	ids.code = short!.code;
	if (asked.ok) ids.guest = asked.link.split('/').at(-1)!;
}, 120_000);

afterAll(async () => {
	await app.close();
	await demo.stop();
});

function addressOf(route: string): string {
	const folder = /people\/(\w+)/.exec(route)?.[1] ?? '';
	return route
		.replace('[address]', 'winter-conferences')
		.replace('[desk]', ids.desk!)
		.replace('[appointment]', ids.appointment!)
		.replace('[adult]', ids.adult!)
		.replace('[conference]', ids.conference!)
		.replace('/i/[token]', `/i/${ids.link}`)
		.replace('/g/[token]', `/g/${ids.guest}`)
		.replace('[token]', ids.token!)
		.replace('[code]', ids.code!)
		.replace('[person]', ids.teachers!)
		.replace('[digest]', 'a-picture')
		.replace('[notice]', ids.notice!)
		.replace('[name]', route.includes('/families/file/') ? 'families.csv' : 'students.csv')
		.replace('[family]', ids.families!)
		.replace('[slot]', ids.slot!)
		.replace('[id]', ids[folder] ?? ids.conference!);
}

/** Whether the server lets the role in: everything but a refusal or a way out counts. */
async function isLetIn(asked: string, role: Role): Promise<boolean> {
	const [route = '', what = ''] = asked.split(' ');
	const cookie = cookies.get(role);
	const isAction = what.startsWith('?/');
	const method = isAction ? 'POST' : what === 'page' ? 'GET' : what;
	const query = isAction && what !== '?/default' ? what : '';
	const isJson = /^\/(do|ask)\//.test(route);
	const response = await fetch(`${demo.origin}${addressOf(route)}${query}`, {
		method,
		redirect: 'manual',
		headers: {
			origin: demo.origin,
			...(cookie ? { cookie } : {}),
			...(isAction ? { 'x-sveltekit-action': 'true' } : {}),
			...(isJson ? { 'content-type': 'application/json' } : {}),
		},
		...(method === 'GET' ? {} : { body: isJson ? '{}' : new URLSearchParams({ nothing: '' }) }),
	});
	// A new link makes the old one void: the answer lets in from here on.
	if (what === '?/renew' && response.headers.getSetCookie().length)
		cookies.set(role, cookieOf(response));
	await response.body?.cancel().catch(() => {});
	if (isAction && response.status === 200) return true;
	const location = response.headers.get('location');
	// The start page shows everybody the way to where they belong.
	const isWayOut = location === '/sign-in' || location === '/door';
	if (location) return !isWayOut || route === '/' || route.startsWith('/sign-');
	return ![401, 403, 404].includes(response.status);
}

/** An address behind which are many, with each of them. */
const named = (route: string): string[] => {
	if (route === '/do/[change] POST')
		return [...pageChanges.keys()].map((name) => route.replace('[change]', name));
	if (route === '/ask/[question] POST')
		return [...pageQuestions.keys()].map((name) => route.replace('[question]', name));
	return [route];
};

it('every page, action and address stands in the table', () => {
	expect(everyRoute().flatMap(named).sort()).toEqual(Object.keys(ALLOWED).sort());
});

/**
 * What a page's data is made of can be asked for by itself: one sign for each part, 1 for those wanted. Each
 * part is asked for alone, where no other part stands before it as its guard, and all of them together.
 */
const choices = (parts: number): string[] => [
	...Array.from(
		{ length: parts },
		(_, part) => '0'.repeat(part) + '1' + '0'.repeat(parts - part - 1),
	),
	'1'.repeat(parts),
];

interface DataAnswer {
	readonly type: 'data' | 'redirect' | 'error';
	readonly nodes?: readonly ({ readonly type: string } | null)[];
}

it('the data of a page is told part by part to whom each part may be told', async () => {
	const told: string[] = [];
	for (const page of Object.keys(ALLOWED).filter((asked) => asked.endsWith(' page'))) {
		const nodes = nodesOf(page.replace(' page', ''));
		const strangers = ROLES.filter((role) => !ALLOWED[page]!.includes(role));
		for (const role of strangers)
			for (const choice of choices(nodes.length)) {
				const address = addressOf(page.replace(' page', '')).replace(/\/$/, '');
				const response = await fetch(
					`${demo.origin}${address}/__data.json?x-sveltekit-invalidated=${choice}`,
					{ redirect: 'manual', headers: { cookie: cookies.get(role) ?? '' } },
				);
				if (!response.headers.get('content-type')?.includes('json')) continue;
				const answer = (await response.json()) as DataAnswer;
				for (const [index, node] of (answer.nodes ?? []).entries()) {
					const isTold = node?.type === 'data' && !(ALLOWED[nodes[index]!] ?? []).includes(role);
					if (isTold) told.push(`${role}: ${nodes[index]} by ${page} ${choice}`);
				}
			}
	}
	expect(told).toEqual([]);
});

it('answers are kept from search engines, and compressed, but for those that carry a link, a code or a token', async () => {
	const links = await demo.sql`
		select link from place where link is not null union select link from person where link is not null`;
	const pins = await demo.sql`
		select pin from place where pin is not null union select pin from person where pin is not null`;
	// A few digits alone stand in any number: in one of these ways they are a PIN.
	const secrets = [
		...links.map(({ link }) => link as string),
		...pins.flatMap(({ pin }) => [`PIN ${pin}`, `pin:"${pin}"`, `"pin":"${pin}"`]),
	];
	expect(secrets.length).toBeGreaterThan(3);
	const told: string[] = [];
	const compressed: string[] = [];
	/** What a search engine might keep. */
	const found: string[] = [];
	for (const [asked, roles] of Object.entries(ALLOWED)) {
		const [route = '', what] = asked.split(' ');
		// Streams do not end, and a look at the way out would end the sessions of all the others.
		if ((what !== 'page' && what !== 'GET') || route.startsWith('/live')) continue;
		const response = await fetch(`${demo.origin}${addressOf(route)}`, {
			redirect: 'manual',
			headers: { cookie: cookies.get(roles[0]!) ?? '', 'accept-encoding': 'gzip' },
		});
		const text = await response.text();
		const isKeptOut =
			response.headers.get('x-robots-tag') === 'noindex, nofollow' &&
			(!text.startsWith('<!doctype') ||
				text.includes('<meta name="robots" content="noindex, nofollow"'));
		if (!isKeptOut) found.push(asked);
		if (!response.headers.get('content-encoding')) continue;
		expect(response.headers.get('vary')).toContain('Accept-Encoding');
		compressed.push(asked);
		const isTold =
			/\/[ig]\/[a-z2-7]{52}|\/password\/\w|tcs_/.test(text) ||
			secrets.some((secret) => text.includes(secret));
		if (isTold) told.push(asked);
	}
	expect(told).toEqual([]);
	expect(found).toEqual([]);
	for (const heavy of [
		...['/office/[address]/families page', '/office/[address]/floor page'],
		...['/visit/[address] page', '/office page'],
		...['/office/people/students page', '/office/people/families page', '/api/v1/openapi.json GET'],
	])
		expect(compressed).toContain(heavy);
	expect(compressed).not.toContain('/office/[address]/desks page');
	const plain = await fetch(`${demo.origin}/sign-in`, {
		headers: { 'accept-encoding': 'identity' },
	});
	expect(plain.headers.get('content-encoding')).toBeNull();
	expect(plain.headers.get('vary')).toContain('Accept-Encoding');
});

/** Of addresses that differ in nothing but whom or what they are about, the first few. */
function fewOfAKind(): (address: string) => boolean {
	const counts = new Map<string, number>();
	return (address) => {
		const kind = address.replaceAll(/[\da-f]{8}-[\da-f-]{27}/g, '');
		counts.set(kind, (counts.get(kind) ?? 0) + 1);
		return counts.get(kind)! <= 3;
	};
}

it('nobody is offered a link that is refused', async () => {
	const refused: string[] = [];
	const asks = async (role: Role) => {
		const asked = new Map<string, boolean>();
		const isNewKind = fewOfAKind();
		for (const page of Object.keys(ALLOWED).filter((one) => one.endsWith(' page'))) {
			if (!ALLOWED[page]!.includes(role)) continue;
			const headers = { cookie: cookies.get(role)!, accept: 'text/html' };
			const here = addressOf(page.replace(' page', ''));
			const html = await (await fetch(`${demo.origin}${here}`, { headers })).text();
			for (const [, href = ''] of html.matchAll(/href="(\/[^"#]*)"/g)) {
				if (href.startsWith('/_app') || href.startsWith('/i/')) continue;
				const address = href.replaceAll('&amp;', '&');
				if (!asked.has(address) && isNewKind(address)) {
					const response = await fetch(`${demo.origin}${address}`, { headers, redirect: 'manual' });
					await response.body?.cancel();
					// The start page shows everybody the way to where they belong.
					const location = (address !== '/' && response.headers.get('location')) || '';
					const isWayOut = ['/sign-in', '/door'].includes(location);
					asked.set(address, [401, 403, 404].includes(response.status) || isWayOut);
				}
				if (asked.get(address)) refused.push(`${role} on ${here}: ${address}`);
			}
		}
	};
	await Promise.all(ROLES.filter((one) => cookies.has(one)).map(asks));
	expect(refused).toEqual([]);
});

const ASKABLE = Object.entries(ALLOWED).filter(([asked]) => !asked.endsWith(' layout'));

it.each(ASKABLE)('%s lets in whom it should', async (asked, allowed) => {
	const letIn: Role[] = [];
	for (const role of ROLES) if (await isLetIn(asked, role)) letIn.push(role);
	expect(letIn).toEqual(ROLES.filter((role) => allowed.includes(role)));
});
