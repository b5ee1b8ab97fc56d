import { defineConfig } from 'drizzle-kit';

export default defineConfig({
	dialect: 'postgresql',
	schema: './src/lib/server/foundation/database/schema/index.ts',
	out: './migrations',
});
