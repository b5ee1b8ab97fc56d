<script lang="ts">
	import { DAY_MINUTES } from '$lib/core/time/local-of';
	import { formatTimeOfDay, parseTypedTime } from '$lib/core/time/typed-time';
	import { m } from '$lib/paraglide/messages';

	/**
	 * A time of day, typed in any sensible way, or stepped through with the arrow keys. It has its value while it is
	 * typed; what waits for the whole takes it from `oncommit`.
	 */
	let {
		value = $bindable(),
		label,
		isLabelled = false,
		id,
		name,
		invalid = false,
		describedBy,
		placeholder,
		look = 'w-24',
		startsWith = null,
		oncommit = () => {},
		onenter = () => {},
	}: {
		/** Minutes after midnight; `null` for none, and for what cannot be read. */
		value: number | null;
		/** Said aloud, unless a label of its own stands beside it. */
		label: string;
		isLabelled?: boolean;
		id?: string;
		/** Under which a form sends what is typed. */
		name?: string;
		invalid?: boolean;
		describedBy?: string | undefined;
		placeholder?: string;
		/** Classes of its width and its type. */
		look?: string;
		/** What was typed on the page before, though it cannot be read. */
		startsWith?: string | null;
		/** It was left or confirmed with a time in it, or empty. */
		oncommit?: (value: number | null) => void;
		onenter?: () => void;
	} = $props();

	const fault = $props.id();
	const STEP = 5;
	const HOUR = 60;
	const STEPS: Record<string, number> = {
		ArrowUp: STEP,
		ArrowDown: -STEP,
		PageUp: HOUR,
		PageDown: -HOUR,
	};

	let typed = $derived<string | null>(startsWith);
	const written = $derived(value === null ? '' : formatTimeOfDay(value));
	/** What is typed stays as it is typed, until the value is set from elsewhere. */
	const text = $derived(typed !== null && parseTypedTime(typed) === value ? typed : written);
	const isUnreadable = $derived(text.trim() !== '' && parseTypedTime(text) === null);
	let isTyping = $state(false);
	const isWrong = $derived(isUnreadable && !isTyping);
	/** Stepped since it was last committed: no change of the field's own follows. */
	let isStepped = false;

	let field = $state<HTMLInputElement>();

	export function focus() {
		field?.focus();
		field?.select();
	}

	function commit() {
		isTyping = false;
		if (isUnreadable) return;
		typed = null;
		oncommit(value);
	}

	function press(event: KeyboardEvent) {
		const step = STEPS[event.key];
		if (event.key === 'Enter') {
			commit();
			onenter();
		}
		if (!step || event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return;
		event.preventDefault();
		const from = value ?? DAY_MINUTES / 2;
		const next = step > 0 ? Math.floor(from / STEP) * STEP : Math.ceil(from / STEP) * STEP;
		value = Math.min(Math.max(next + step, 0), DAY_MINUTES);
		typed = null;
		isStepped = true;
	}

	function leave() {
		if (isStepped) commit();
		isStepped = false;
		isTyping = false;
	}
</script>

<span class="inline-block align-baseline">
	<input
		bind:this={field}
		{id}
		{name}
		class="input {look}"
		role="spinbutton"
		aria-label={isLabelled ? undefined : label}
		aria-valuenow={value ?? undefined}
		aria-valuetext={text || undefined}
		aria-invalid={invalid || isWrong ? true : undefined}
		aria-describedby={[describedBy, isWrong && fault].filter(Boolean).join(' ') || undefined}
		autocomplete="off"
		inputmode="numeric"
		{placeholder}
		bind:value={
			() => text,
			(next) => {
				isTyping = true;
				typed = next;
				value = parseTypedTime(next);
			}
		}
		onkeydown={press}
		onchange={commit}
		onblur={leave}
	/>
	{#if isWrong}
		<span id={fault} class="mt-1 block w-36 text-small text-error" role="alert">
			{m.time_unreadable({ text })}
		</span>
	{/if}
</span>
