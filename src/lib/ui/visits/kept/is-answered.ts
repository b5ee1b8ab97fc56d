/**
 * Whether the school answers for this page again. The page itself is asked for, the way that a reload would go: a
 * phone that is back in the network may reach a server whose pages do not come through yet.
 */
export const isAnswered = async (): Promise<boolean> => {
	const answer = await fetch(location.href).catch(() => null);
	return answer !== null && answer.status < 500;
};
