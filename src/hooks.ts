import type { Reroute } from '@sveltejs/kit';

/** A private link whose case was lost on the way opens all the same. */
const PRIVATE_LINK = /^\/([ig])\//i;

export const reroute: Reroute = ({ url }) =>
	url.pathname.replace(PRIVATE_LINK, (beginning) => beginning.toLowerCase());
