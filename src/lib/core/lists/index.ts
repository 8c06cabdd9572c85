/**
 * The members of a list by a key, keys in the order of their first member.
 * @example grouped(['a', 'bb', 'c'], (t) => t.length) // Map { 1 → ['a', 'c'], 2 → ['bb'] }
 */
export function grouped<T, K>(list: Iterable<T>, key: (member: T) => K): Map<K, T[]> {
	const groups = new Map<K, T[]>();
	for (const member of list) {
		const k = key(member);
		const group = groups.get(k);
		if (group) group.push(member);
		else groups.set(k, [member]);
	}
	return groups;
}
export { FairQueue } from './fair-queue';
export { rests, toTheEnd, type Restful } from './restful';
