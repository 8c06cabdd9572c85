import type { DragDropManager, Draggable } from '@dnd-kit/dom';
import type { Attachment } from 'svelte/attachments';
import { Edge } from './edge';

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
	/** A surface that knows its own places, and is scrolled: it is asked instead of the page, which looks through all that is drawn. */
	surface?: { scrolls: () => HTMLElement | undefined; place: (x: number, y: number) => Over | null };
	/** Whether a thing is not to be dragged from where it is pressed, as by its end that is pulled. */
	still?: (e: PointerEvent) => boolean;
}

/** Where something would be let go: an element, its name and its words; of a surface with many places, which column is lit. */
export interface Over {
	on: HTMLElement;
	place: string;
	words: string;
	column?: number;
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
	private over: Over | null = null;
	private label: HTMLElement | undefined;
	private readonly edge = new Edge();
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

	/**
	 * Makes all things within an element draggable that a selector finds, now or later: for surfaces with hundreds, where one listener does for all.
	 */
	things(selector: string, get: (thing: HTMLElement) => T | null): Attachment<HTMLElement> {
		return (node) => {
			const known = new Map<HTMLElement, Draggable>();
			const ready = async (e: Event) => {
				const it = (e.target as HTMLElement).closest<HTMLElement>(selector);
				if (!it || known.has(it) || get(it) === null) return;
				const { Draggable } = await this.start();
				if (!it.isConnected || known.has(it)) return;
				for (const [gone, drag] of known) if (!gone.isConnected && known.delete(gone)) drag.destroy();
				known.set(it, new Draggable({ id: crypto.randomUUID(), element: it, data: { get: () => get(it) } }, this.manager));
				it.dataset.drag = 'ready';
			};
			setTimeout(() => void this.start(), 400);
			const wakes = ['pointerover', 'pointermove'] as const;
			for (const wake of wakes) node.addEventListener(wake, ready);
			return () => {
				for (const wake of wakes) node.removeEventListener(wake, ready);
				for (const drag of known.values()) drag.destroy();
			};
		};
	}

	/** Called when the page goes. */
	stop(): void {
		this.edge.stop();
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
			plugins: this.rules.surface ? [Cursor, PreventSelection] : [AutoScroller, Cursor, PreventSelection],
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
						if (on.closest('[data-still]') || this.rules.still?.(e)) return true;
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
			if (thing !== null) this.hover(thing, operation.position.current);
		});
		manager.monitor.addEventListener('dragmove', ({ operation, to }) => {
			const thing = held();
			const at = to ?? operation.position.current;
			if (thing === null) return;
			this.hover(thing, at);
			this.edge.near(this.rules.surface?.scrolls(), at, () => this.hover(thing, at));
		});
		manager.monitor.addEventListener('dragend', ({ operation, canceled }) => {
			const { x, y } = operation.position.current;
			const thing = held();
			const place = this.over;
			this.edge.stop();
			this.leave();
			this.label?.remove();
			if (canceled || thing === null || !place) return;
			const box = place.on.getBoundingClientRect();
			this.rules.drop(thing, {
				place: place.place,
				x: (x - box.left) / (box.width || 1),
				y: (y - box.top) / (box.height || 1)
			});
		});
		return manager;
	}

	private hover(thing: T, { x, y }: { x: number; y: number }): void {
		const under = this.placeAt(thing, x, y);
		if (under?.on !== this.over?.on || under?.place !== this.over?.place) {
			this.leave();
			this.over = under;
			if (under?.column !== undefined) under.on.style.setProperty('--over', String(under.column));
			under?.on.setAttribute('data-over', '');
		}
		this.label ??= label();
		if (!this.label.isConnected) document.body.append(this.label);
		const words = this.rules.words(thing) + (under?.words ? ` → ${under.words}` : '');
		if (this.label.textContent !== words) this.label.textContent = words;
		this.label.style.translate = `${Math.min(x + 14, innerWidth - 240)}px ${Math.max(4, y - 40)}px`;
	}

	private placeAt(thing: T, x: number, y: number): Over | null {
		const fits = (place: string) => this.rules.fits?.(thing, place) ?? true;
		if (this.rules.surface) {
			const over = this.rules.surface.place(x, y);
			return over && fits(over.place) ? over : null;
		}
		for (const at of document.elementsFromPoint(x, y)) {
			const on = at.closest<HTMLElement>('[data-place]');
			if (on && fits(on.dataset.place ?? '')) return { on, place: on.dataset.place ?? '', words: on.getAttribute('aria-label') ?? '' };
		}
		return null;
	}

	private leave(): void {
		this.over?.on.removeAttribute('data-over');
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
