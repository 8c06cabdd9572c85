<script lang="ts">
	import { enhance } from '$app/forms';
	import Page from '$lib/ui/shell/Page.svelte';
	import { showInstant } from '$lib/ui/shell/dates';
	import { pagesOf } from '$lib/ui/shell/places';
	let { data } = $props();
	const themes = [
		['', 'as the system'],
		['nickel', 'light'],
		['nickel-night', 'dark']
	];
	function theme(name: string) {
		if (name) document.documentElement.dataset.theme = name;
		else delete document.documentElement.dataset.theme;
		document.cookie = `ny_theme=${name};path=/;max-age=31536000;samesite=lax`;
	}
</script>

<Page title="My account" sub={data.me.name} pages={pagesOf('Yard')} current="/yard/account">
	<section class="sheet p-4">
		<h2>Where I am signed in</h2>
		<table class="grid-table mt-2">
			<tbody
				>{#each data.sessions as s (s.id)}<tr
						><td>{s.agent.slice(0, 70)}</td><td>since {showInstant(s.createdAt, data.company.zone)}</td><td
							>last seen {showInstant(s.seenAt, data.company.zone)}</td
						><td
							>{#if s.own}this one{:else}<form method="POST" action="?/end" use:enhance>
									<input type="hidden" name="session" value={s.id} /><button class="link">Sign it out</button>
								</form>{/if}</td
						></tr
					>{/each}</tbody
			>
		</table>
	</section>
	<section class="sheet mt-4 p-4">
		<h2>Light</h2>
		<div class="mt-2 flex gap-2">
			{#each themes as [name, word] (name)}<button class="btn" onclick={() => theme(name ?? '')}>{word}</button>{/each}
		</div>
	</section>
	<form method="POST" action="/sign-out" class="mt-4"><button class="btn">Sign out</button></form>
</Page>
