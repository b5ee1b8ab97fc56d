import type { LayoutServerLoad } from './$types';

/** How the school looks, for every page. */
export const load: LayoutServerLoad = async ({ locals }) => {
	const look = await locals.app.look.current();
	if (!look) return { look: null };
	const { logo, welcome, postalAddress, telephone, officeHours } = look;
	return { look: { logo, welcome, postalAddress, telephone, officeHours } };
};
