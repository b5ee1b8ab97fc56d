export { lookForPages as load } from '$lib/server/look/look-for-pages';
