import type { PageLook } from '../../core/look/school-look';

/**
 * How the school looks, for the pages below a layout. Not of the root's: a page that cannot be read any more, for
 * want of a connection, would be left for the browser's own complaint instead of saying so where it stands.
 */
export async function lookForPages({ locals }: { readonly locals: App.Locals }): Promise<{
	look: PageLook | null;
}> {
	const look = await locals.app.look.current();
	if (!look) return { look: null };
	const { logo, welcome, postalAddress, telephone, officeHours } = look;
	return { look: { logo, welcome, postalAddress, telephone, officeHours } };
}
