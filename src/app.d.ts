import type { SignedIn } from '$lib/server/accounts/accounts';
import type { Failure } from '$lib/server/foundation/failures/failure-of';
import type { App as TenChairs } from '$lib/server/app';
import type { PageLook } from '$lib/core/look/school-look';
import type { Visitor } from '$lib/server/invitations/visitors';

declare global {
	namespace App {
		interface Error {
			message: string;
			/** What to do now, where something better is known than to go back. */
			wayOn?: string;
			/** What to look for in the server's log. */
			request?: string;
		}
		interface PageData {
			/** How the school looks, where a layout or a page says it. */
			look?: PageLook | null;
		}
		interface Locals {
			app: TenChairs;
			request: string;
			/** What went wrong while it was answered, if anything that was foreseen. */
			failure: Failure | null;
			/** Signed in with a password. */
			account: SignedIn | null;
			/** Came through families' links by this browser, the latest first. */
			adults: readonly Extract<Visitor, { kind: 'adult' }>[];
			/** The one of them whose family is asked about, or the latest. */
			adult: Extract<Visitor, { kind: 'adult' }> | null;
			/** Came through a teacher's link. */
			teacher: Extract<Visitor, { kind: 'teacher' }> | null;
		}
	}
}

export {};
