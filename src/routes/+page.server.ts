/** The start page only sends everyone to their own; the hook does it. */
export const load = () => ({});
