/** How wide the end of a bar is by which it is pulled longer, in pixels; wider for fingers. */
const GRIP = 8;
const GRIP_OF_FINGERS = 14;

/** Whether a bar is pressed at the end by which it is pulled longer. @param touch fingers are at work here */
export function onGrip(e: PointerEvent, touch: boolean): boolean {
	const bar = (e.target as HTMLElement).closest<HTMLElement>('[data-shift]');
	return bar !== null && bar.getBoundingClientRect().right - e.clientX <= (touch ? GRIP_OF_FINGERS : GRIP);
}
