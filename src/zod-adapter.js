// The one validator in use; the package's own index brings all of them.
export {
	zod as zod4,
	zodClient as zod4Client,
} from '../node_modules/sveltekit-superforms/dist/adapters/zod4.js';
