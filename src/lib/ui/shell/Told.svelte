<script lang="ts">
	import { Toaster } from 'svelte-sonner';
	/** Where what was done is said, with a way back: see `told`. */
</script>

<Toaster
	position="bottom-center"
	visibleToasts={3}
	containerAriaLabel="What was done"
	toastOptions={{ unstyled: true, classes: { toast: 'told', actionButton: 'told-back' } }}
/>
