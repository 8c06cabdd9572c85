<script lang="ts">
	import FormPage from '$lib/ui/site-forms/FormPage.svelte';
	import { words } from '$lib/ui/words/field';
	let { data } = $props();
	const job = $derived(`/field/jobs/${data.job.id}`);
</script>

<p><a class="link" href={job}>{words.field.form.back}</a></p>
<h1 class="mt-1">{words.field.siteForm(data.form.name)}</h1>
<p class="quiet mb-3">{data.job.name}</p>
<FormPage form={data.form} record={data.record} replacesNumber={data.replacesNumber} me={data.me.name} back={job} />
