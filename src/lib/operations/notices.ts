import { z } from 'zod';
import { change, reasons } from './change';
import { id } from './shapes';

/** Has a notice sent once more, as things are now. */
export const noticeSendAgain = change({
	name: 'notice.send-again',
	may: 'notices.send',
	input: z.object({ notice: id }),
	refusal: reasons('unknown', 'on-its-way'),
	leaves: ['notice.sent-again'],
});
