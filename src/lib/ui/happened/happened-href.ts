/** The address of the list of what happened with one thing of it otherwise, from the newest on again. */
export function happenedHref(url: URL, name: string, value: string): string {
	const query = new URLSearchParams(url.searchParams);
	query.delete('older');
	if (value) query.set(name, value);
	else query.delete(name);
	return `${url.pathname}?${query}`;
}
