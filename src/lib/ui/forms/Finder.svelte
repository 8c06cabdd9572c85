<script lang="ts" generics="Row extends { key: string; label: string; more?: string }">
	/**
	 * One field that looks for what is typed and offers what it finds. Up and Down go through the list, Enter takes; pressed before the
	 * answer is there, it waits for it, so that nothing is taken that belongs to half a word.
	 */
	interface Props {
		/** What is found for a text; null: it could not be asked. */
		look: (text: string) => Promise<Row[] | null>;
		/** Takes a row; gives null, or what was wrong with it. */
		ontake: (row: Row) => Promise<string | null>;
		label: string;
		placeholder?: string;
		id?: string;
		/** Offers something as soon as it has the focus, before anything is typed. */
		eager?: boolean;
		/** Where the list stands: over the field, under it, or in the flow (in a dialog). */
		list?: 'over' | 'under' | 'flow';
		text?: string;
	}
	let { look, ontake, label, placeholder = label, id = 'finder', eager = false, list = 'under', text = $bindable('') }: Props = $props();
	let rows: Row[] = $state([]);
	let at = $state(0);
	let answered = $state(false);
	let open = $state(false);
	let problem = $state('');
	let asked = 0;
	let field: HTMLInputElement | undefined = $state();
	let looking: Promise<void> = Promise.resolve();
	const search = () => (looking = find());
	async function find() {
		const mine = ++asked;
		problem = '';
		if (!eager && text.trim() === '') {
			[rows, open] = [[], false];
			return;
		}
		open = text.trim() !== '' || document.activeElement === field;
		const found = await look(text.slice(0, 100));
		if (mine !== asked || !found) return;
		[rows, at, answered] = [found, 0, true];
	}
	async function take(row: Row | undefined) {
		if (!row) return;
		const wrong = await ontake(row);
		if (wrong) return void (problem = wrong);
		[text, open, rows, answered] = ['', false, [], false];
	}
	function keys(e: KeyboardEvent) {
		if (e.key === 'ArrowDown') at = Math.min(at + 1, rows.length - 1);
		else if (e.key === 'ArrowUp') at = Math.max(0, at - 1);
		else if (e.key === 'Enter' && (open || text.trim() !== '')) void looking.then(() => take(rows[at]));
		else if (e.key === 'Escape' && open) {
			open = false;
			e.stopPropagation();
		} else return;
		e.preventDefault();
		document.getElementById(`${id}-${at}`)?.scrollIntoView({ block: 'nearest' });
	}
</script>

<input
	{id}
	bind:this={field}
	class="input finder"
	{placeholder}
	aria-label={label}
	bind:value={text}
	oninput={search}
	onfocus={search}
	onblur={() => (open = false)}
	onkeydown={keys}
	role="combobox"
	aria-expanded={open}
	aria-controls="{id}-list"
	aria-activedescendant={open && rows[at] ? `${id}-${at}` : undefined}
	autocomplete="off"
/>
{#if open}<ul
		id="{id}-list"
		class="sheet {list}"
		role="listbox"
		aria-label="{label}: what is found"
		onpointerdown={(e) => e.preventDefault()}
	>
		{#each rows as r, i (r.key)}
			<!-- The keys are those of the field. -->
			<!-- svelte-ignore a11y_click_events_have_key_events -->
			<li id="{id}-{i}" role="option" aria-selected={i === at} onclick={() => take(r)}>
				<span>{r.label}</span><span class="quiet">{r.more ?? ''}</span>
			</li>
		{:else}<li class="quiet" role="option" aria-selected="false"><span>{answered ? 'Nothing found.' : 'Looking …'}</span></li>{/each}
	</ul>{/if}
{#if problem}<p class="problem" role="alert">{problem}</p>{/if}

<style>
	ul {
		position: absolute;
		left: 0;
		right: 0;
		max-height: 320px;
		overflow: auto;
		z-index: 10;
		box-shadow: 0 6px 24px rgb(0 0 0 / 0.12);
	}
	.over {
		bottom: 42px;
	}
	.under {
		top: 100%;
	}
	.flow {
		position: static;
		max-height: 220px;
		box-shadow: none;
	}
	li {
		display: flex;
		justify-content: space-between;
		gap: 1rem;
		padding: 5px 12px;
		cursor: pointer;
	}
	li[aria-selected='true'] {
		background: var(--color-base-200);
		box-shadow: inset 3px 0 0 var(--color-primary);
	}
</style>
