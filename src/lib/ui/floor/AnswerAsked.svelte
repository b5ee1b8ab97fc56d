<script lang="ts">
	import { m } from '$lib/paraglide/messages';
	import { enhance } from '../parts/saving/enhance';

	/** An appointment that somebody asks for, to be accepted or declined. */
	let { appointment, who }: { appointment: string; who: string } = $props();
</script>

<span class="block text-small font-bold">{m.seat_asked_of()}</span>
<div class="my-1 flex flex-wrap gap-2">
	{#each [true, false] as accept (accept)}
		<form method="post" action="?/answer" use:enhance>
			<input type="hidden" name="appointment" value={appointment} />
			<input type="hidden" name="key" value="answer {appointment} {accept ? 'yes' : 'no'}" />
			<input type="hidden" name="accept" value={accept ? 'yes' : 'no'} />
			<button
				class="btn min-h-11 {accept ? 'btn-primary' : 'btn-outline'}"
				aria-label={accept ? m.day_accept_of({ who }) : m.day_decline_of({ who })}
			>
				{accept ? m.day_accept() : m.day_decline()}
			</button>
		</form>
	{/each}
</div>
