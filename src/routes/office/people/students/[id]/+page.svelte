<script lang="ts">
	import { enhance } from '$lib/ui/parts/saving/enhance';
	import { m } from '$lib/paraglide/messages';
	import LeaveForm from '$lib/ui/register/LeaveForm.svelte';
	import LeftNote from '$lib/ui/register/LeftNote.svelte';

	let { data, form } = $props();

	const student = $derived(data.student);
	const name = $derived([student.givenName, student.familyName].filter(Boolean).join(' '));
	const others = $derived(student.classes.filter(({ home }) => !home).map(({ label }) => label));
</script>

<svelte:head><title>{name}</title></svelte:head>

<p class="mb-2"><a class="link" href="/office/people/students">{m.register_students()}</a></p>
<h1 class="mb-4 text-hour">{name}</h1>
{#if student.hasLeft}<LeftNote text={m.person_has_left()} />{/if}
{#if form && 'problem' in form}<p class="mb-4 text-error" role="alert">{form.problem}</p>{/if}

<div class="grid max-w-5xl gap-x-12 gap-y-8 lg:grid-cols-2">
	<section>
		{#key student.version}
			<form
				method="post"
				action="?/save"
				novalidate
				use:enhance={() =>
					({ update }) =>
						update({ reset: false })}
			>
				<fieldset disabled={!data.mayChange}>
					<input type="hidden" name="version" value={student.version} />
					<label class="mb-4 block"
						><span class="mb-1 block font-bold">{m.person_given()}</span>
						<input class="input w-full" name="givenName" value={student.givenName} /></label
					>
					<label class="mb-4 block"
						><span class="mb-1 block font-bold">{m.person_family()}</span>
						<input class="input w-full" name="familyName" value={student.familyName} /></label
					>
					<div class="flex gap-4">
						<label class="mb-4 block"
							><span class="mb-1 block font-bold">{m.column_year()}</span>
							<input class="input w-40" name="yearGroup" value={student.yearGroup} /></label
						>
						<label class="mb-4 block"
							><span class="mb-1 block font-bold">{m.student_home()}</span>
							<select class="select w-40" name="homeClass" value={student.homeClass ?? ''}>
								<option value="">{m.student_home_none()}</option>
								{#each data.classes as { id, label } (id)}<option value={id}>{label}</option>{/each}
							</select></label
						>
					</div>
					{#if others.length}
						<p class="quiet mb-4 text-small">
							{m.student_other_classes({ classes: others.join(', ') })}
						</p>
					{/if}
					{#if data.mayChange}
						<button class="btn btn-primary">{m.save()}</button>
						<span role="status">{form && 'said' in form ? form.said : ''}</span>
					{/if}
				</fieldset>
			</form>
		{/key}
		<h2 class="mt-8 mb-2 text-title">{m.student_households()}</h2>
		<ul>
			{#each student.families as family (family.id)}
				<li><a class="link" href="/office/people/families/{family.id}">{family.label}</a></li>
			{/each}
		</ul>
		{#if data.mayChange}
			<LeaveForm
				hasLeft={student.hasLeft}
				leave={m.student_leave()}
				comeBack={m.student_return()}
				{enhance}
			/>
		{/if}
	</section>

	<section>
		<h2 class="mb-2 text-title">{m.student_meets()}</h2>
		<ul class="border-t border-base-300">
			{#each student.meetings as meeting (meeting.person)}
				<li class="flex items-center gap-3 border-b border-base-300 py-2">
					<span class:line-through={meeting.exception === 'not'}>
						<a class="font-bold hover:underline" href="/office/people/teachers/{meeting.person}"
							>{meeting.name}</a
						>
						<span class="quiet block text-small">
							{meeting.reasons.map((reason) => reason.subject || reason.class).join(', ') ||
								m.student_also()}
						</span>
					</span>
					{#if meeting.exception === 'not'}
						<span class="text-small font-bold text-error">{m.student_not()}</span>
					{/if}
					{#if data.mayChange}
						<form method="post" action="?/except" class="ms-auto" use:enhance>
							<input type="hidden" name="person" value={meeting.person} />
							<button
								class="btn btn-ghost btn-xs"
								name="exception"
								value={meeting.exception ? '' : 'not'}
								aria-label="{meeting.exception
									? m.student_take_back()
									: m.student_leave_out()}: {meeting.name}"
							>
								{meeting.exception ? m.student_take_back() : m.student_leave_out()}
							</button>
						</form>
					{/if}
				</li>
			{:else}
				<li class="py-3">{m.student_meets_none()}</li>
			{/each}
		</ul>
		{#if data.mayChange}
			<form method="post" action="?/except" class="mt-4 flex items-end gap-2" use:enhance>
				<label>
					<span class="mb-1 block font-bold">{m.student_add_teacher()}</span>
					<select class="select w-64" name="person">
						<option value="">–</option>
						{#each data.teachers as { id, name } (id)}<option value={id}>{name}</option>{/each}
					</select>
				</label>
				<button class="btn btn-outline" name="exception" value="also">{m.student_add()}</button>
			</form>
		{/if}
	</section>
</div>
