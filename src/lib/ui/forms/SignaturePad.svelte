<script lang="ts">
	import { pad } from '$lib/ui/words/pad';
	import { onMount } from 'svelte';
	/** Draws a signature with a finger or a mouse; typed names work as well, so this may stay empty. */
	let { value = $bindable('') }: { value: string } = $props();
	let canvas: HTMLCanvasElement | undefined = $state();
	let clear = $state(() => {});
	onMount(() => {
		let off = () => {};
		void import('signature_pad').then(({ default: SignaturePad }) => {
			if (!canvas) return;
			const ratio = Math.min(2, devicePixelRatio || 1);
			canvas.width = canvas.offsetWidth * ratio;
			canvas.height = canvas.offsetHeight * ratio;
			canvas.getContext('2d')?.scale(ratio, ratio);
			const pad = new SignaturePad(canvas, { minWidth: 0.8, maxWidth: 2.2 });
			pad.addEventListener('endStroke', () => (value = pad.toDataURL('image/png')));
			clear = () => {
				pad.clear();
				value = '';
			};
			off = () => pad.off();
		});
		return () => off();
	});
</script>

<div class="pad">
	<canvas bind:this={canvas} aria-label={pad().sign}></canvas><button type="button" class="link" onclick={() => clear()}
		>{pad().clear}</button
	>
</div>

<style>
	.pad {
		position: relative;
	}
	canvas {
		width: 100%;
		height: 130px;
		background: #fff;
		border: 1px solid var(--line);
		border-radius: 4px;
		touch-action: none;
	}
	button {
		position: absolute;
		right: 8px;
		top: 6px;
		font-size: 0.85rem;
		color: #1c7266;
	}
</style>
