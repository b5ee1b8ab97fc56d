<script lang="ts">
	import { m } from '../../paraglide/messages';
	import { enhance } from '../parts/saving/enhance';
	import type { Logo } from '../../core/look/school-look';

	/** Giving the school a logo, and taking it away. */
	let {
		logo,
		problem,
		said,
	}: { logo: Logo | null; problem?: string | undefined; said?: string | undefined } = $props();
</script>

<section class="mt-10 max-w-lg">
	<h2 class="mb-2 text-title">{m.school_logo()}</h2>
	<p class="quiet mb-3">{m.school_logo_about()}</p>
	{#if problem}
		<p class="mb-3 text-error" role="alert">{problem}</p>
	{:else if said}
		<p class="mb-3 font-bold" role="status">{said}</p>
	{/if}
	<form method="post" action="?/logo" enctype="multipart/form-data" use:enhance>
		<input
			class="file-input mb-2 file-input-sm"
			type="file"
			name="logo"
			aria-label={m.school_logo()}
			accept=".png,.jpg,.jpeg,.webp,.svg,image/png,image/jpeg,image/webp,image/svg+xml"
		/>
		<button class="btn btn-outline btn-sm">{m.school_logo_use()}</button>
	</form>
	{#if logo}
		<form method="post" action="?/withoutLogo" class="mt-2" use:enhance>
			<button class="link text-small">{m.school_logo_remove()}</button>
		</form>
	{/if}
</section>
