import type { DragDropManager, Draggable } from '@dnd-kit/dom';
import type { Attachment } from 'svelte/attachments';

/** Where a pointer let go: the name of the place (its `data-place`) and the point within it, 0 to 1 from left and top. */
export interface Drop {
	place: string;
	x: number;
	y: number;
}

/** How the things of one page are dragged. */
export interface Rules<T> {
	/** What is dragged, in words: they follow the pointer and are spoken. */
	words: (thing: T) => string;
	/** Whether this thing may be dropped there. */
	fits?: (thing: T, place: string) => boolean;
	drop: (thing: T, at: Drop) => void;
	/** A thing is taken up, or let go (null). */
	hold?: (thing: T | null) => void;
}

type Engine = typeof import('@dnd-kit/dom');

/**
 * Things of a page that are dragged onto places, by mouse, pen or finger (a finger rests on the thing for a moment, so that the page
 * can still be pushed). Places are elements with `data-place`; their spoken name is said while something is held over them. What can be
 * dragged can also be done by keys: that is the page's own part.
 *
 * Things become draggable when a pointer reaches them, and places are looked up under the pointer: a board of thousands costs nothing
 * until somebody drags.
 */
export class Drags<T> {
	private manager: DragDropManager | undefined;
	private engine: Engine | undefined;
	private over: Element | null = null;
	private label: HTMLElement | undefined;
	constructor(private readonly rules: Rules<T>) {}

	/** Makes an element a thing; null: not now. */
	thing(get: () => T | null): Attachment<HTMLElement> {
		return (node) => {
			let own: Draggable | undefined;
			const ready = async () => {
				if (own || get() === null) return;
				const { Draggable } = await this.start();
				if (!node.isConnected) return;
				own ??= new Draggable({ id: crypto.randomUUID(), element: node, data: { get } }, this.manager);
				node.dataset.drag = 'ready';
			};
			// Fetched when the page rests, so that the first drag of somebody quick is not lost.
			if (!this.engine) setTimeout(() => void this.start(), 400);
			// While it moves too: what could not be dragged when the pointer came (its page was busy) can be a moment later.
			const wakes = ['pointerenter', 'pointermove'] as const;
			for (const wake of wakes) node.addEventListener(wake, ready);
			return () => {
				for (const wake of wakes) node.removeEventListener(wake, ready);
				own?.destroy();
			};
		};
	}

	/** Called when the page goes. */
	stop(): void {
		this.manager?.destroy();
		this.label?.remove();
	}

	private async start(): Promise<Engine> {
		const engine = (this.engine ??= await import('@dnd-kit/dom'));
		this.manager ??= this.managed(engine);
		return engine;
	}

	private managed({
		AutoScroller,
		Cursor,
		DragDropManager,
		PointerActivationConstraints,
		PointerSensor,
		PreventSelection
	}: Engine): DragDropManager {
		const usual = PointerSensor.defaults.preventActivation;
		const manager = new DragDropManager({
			plugins: [AutoScroller, Cursor, PreventSelection],
			sensors: [
				PointerSensor.configure({
					// A finger rests first, so that the page can be pushed; a mouse moves away.
					activationConstraints: (e) =>
						e.pointerType === 'touch'
							? [new PointerActivationConstraints.Delay({ value: 250, tolerance: 5 })]
							: [new PointerActivationConstraints.Distance({ value: 5 })],
					preventActivation: (e, source) => {
						const on = e.target as Element;
						// A handle that pulls a thing longer is no way to drag it; a box to tick is one, and is ticked by a click.
						if (on.closest('[data-still]')) return true;
						return !on.matches('input[type=checkbox]') && (usual?.(e, source) ?? false);
					}
				})
			]
		});
		const held = (): T | null => {
			const get = manager.dragOperation.source?.data.get as (() => T | null) | undefined;
			return get?.() ?? null;
		};
		manager.monitor.addEventListener('dragstart', ({ operation }) => {
			const thing = held();
			this.rules.hold?.(thing);
			if (thing !== null) this.hover(thing, operation.position.current);
		});
		manager.monitor.addEventListener('dragmove', ({ operation, to }) => {
			const thing = held();
			if (thing !== null) this.hover(thing, to ?? operation.position.current);
		});
		manager.monitor.addEventListener('dragend', ({ operation, canceled }) => {
			const { x, y } = operation.position.current;
			const thing = held();
			const place = this.over;
			this.leave();
			this.label?.remove();
			this.rules.hold?.(null);
			if (canceled || thing === null || !(place instanceof HTMLElement)) return;
			const box = place.getBoundingClientRect();
			this.rules.drop(thing, {
				place: place.dataset.place ?? '',
				x: (x - box.left) / (box.width || 1),
				y: (y - box.top) / (box.height || 1)
			});
		});
		return manager;
	}

	private hover(thing: T, { x, y }: { x: number; y: number }): void {
		const under = this.placeAt(thing, x, y);
		if (under !== this.over) {
			this.leave();
			this.over = under;
			under?.setAttribute('data-over', '');
		}
		this.label ??= label();
		if (!this.label.isConnected) document.body.append(this.label);
		const name = under?.getAttribute('aria-label');
		const words = this.rules.words(thing) + (name ? ` → ${name}` : '');
		if (this.label.textContent !== words) this.label.textContent = words;
		this.label.style.translate = `${Math.min(x + 14, innerWidth - 240)}px ${Math.max(4, y - 40)}px`;
	}

	private placeAt(thing: T, x: number, y: number): Element | null {
		for (const at of document.elementsFromPoint(x, y)) {
			const place = at.closest<HTMLElement>('[data-place]');
			if (place && (this.rules.fits?.(thing, place.dataset.place ?? '') ?? true)) return place;
		}
		return null;
	}

	private leave(): void {
		this.over?.removeAttribute('data-over');
		this.over = null;
	}
}

/** What is held, beside the pointer; spoken too. */
function label(): HTMLElement {
	const it = document.createElement('div');
	it.className = 'held';
	it.setAttribute('role', 'status');
	return it;
}
