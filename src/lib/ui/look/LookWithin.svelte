<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { PageLook } from '../../core/look/school-look';
	import { setLook } from './look-around';

	/** What stands within looks as it is said here, not as the school looks now. */
	let { look, children }: { look: PageLook; children: Snippet } = $props();

	setLook(() => look);
</script>

{@render children()}
