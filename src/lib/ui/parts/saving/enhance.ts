import { enhance as sendByScript } from '$app/forms';
import { waiting } from './waiting.svelte';

/** What is known of a form that is being sent; what it answers depends on the page. */
type Input = Parameters<NonNullable<Parameters<typeof sendByScript>[1]>>[0];

/**
 * Sends a form without leaving the page, like Kit's own `enhance`; besides, what takes long is said, and while it
 * is being done the form cannot be sent once more.
 */
export const enhance: typeof sendByScript = (form, submit) => {
	let isPending = false;
	return sendByScript(form, async (input: Input) => {
		if (isPending) {
			input.cancel();
			return;
		}
		isPending = true;
		input.submitter?.setAttribute('aria-busy', 'true');
		const end = waiting.begin();
		const over = () => {
			isPending = false;
			input.submitter?.removeAttribute('aria-busy');
			end();
		};
		const cancel = () => {
			over();
			input.cancel();
		};
		const answered = await submit?.({ ...input, cancel });
		return async (answer) => {
			try {
				await (answered ? answered(answer as never) : answer.update());
			} finally {
				over();
			}
		};
	});
};
