import { siteOrigins } from '../../core/links/site-origins';
import { frameSitesSet } from '../../operations/school';
import { school } from '../foundation/database/schema';
import { performs } from '../foundation/runner/perform';

/** Says which of the school's own sites may show a conference in a frame. */
export const setFrameSites = performs(frameSitesSet).by({
	async work({ tx, input: { sites } }) {
		const frameSites = siteOrigins(sites) ?? [];
		await tx.update(school).set({ frameSites });
		return { done: {}, act: { kind: 'school.changed', after: { frameSites } } };
	},
	after: async ({ look }) => look.forget(),
});
