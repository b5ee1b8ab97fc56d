/** Whether the school's server can be reached and is well; asks for nothing else. */
export const isServerThere = async (): Promise<boolean> => {
	const answer = await fetch('/healthz').catch(() => null);
	return answer?.ok ?? false;
};
