/**
 * Whether a time of day lies in the quiet hours, minutes from midnight; they may reach over midnight. Of no length: there are none.
 * @example isQuiet(1300, { quietFrom: 1200, quietTo: 420 }) // true
 */
export const isQuiet = (minutes: number, q: { quietFrom: number; quietTo: number }): boolean =>
	q.quietFrom <= q.quietTo ? minutes >= q.quietFrom && minutes < q.quietTo : minutes >= q.quietFrom || minutes < q.quietTo;
