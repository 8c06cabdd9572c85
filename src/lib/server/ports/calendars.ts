import { lookup } from 'node:dns/promises';
import { BlockList, isIP } from 'node:net';

/** Fetches calendars from outside. What cannot be had is said in words. */
export interface CalendarPort {
	readonly name: string;
	fetch(address: string): Promise<{ text: string; problem: string }>;
}

/** Networks that are no business of a calendar: our own machine and house. */
const INSIDE = new BlockList();
for (const [net, bits] of [
	['0.0.0.0', 8],
	['10.0.0.0', 8],
	['100.64.0.0', 10],
	['127.0.0.0', 8],
	['169.254.0.0', 16],
	['172.16.0.0', 12],
	['192.168.0.0', 16],
	['224.0.0.0', 3]
] as const)
	INSIDE.addSubnet(net, bits);
for (const [net, bits] of [
	['::', 127],
	['fc00::', 7],
	['fe80::', 10],
	['ff00::', 8]
] as const)
	INSIDE.addSubnet(net, bits, 'ipv6');

/** Whether an address of a machine lies inside our own networks; an IPv4 address written as IPv6 counts as what it is. */
export function isInside(ip: string): boolean {
	const v4 = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(ip)?.[1] ?? ip;
	return INSIDE.check(v4, isIP(v4) === 6 ? 'ipv6' : 'ipv4');
}

const MOST = 5_000_000;
const MOST_TURNS = 4;

/** Over HTTP, at most 5 MB in 15 seconds; nothing inside our own networks is asked, also not after it sends us on. */
export function webCalendars(look: (host: string) => Promise<string[]> = hostsOf): CalendarPort {
	return {
		name: 'calendars over HTTPS',
		async fetch(address) {
			try {
				return await follow(new URL(address), look);
			} catch (e) {
				return { text: '', problem: e instanceof Unread ? e.message : 'It did not answer.' };
			}
		}
	};
}

class Unread extends Error {}

const hostsOf = async (host: string): Promise<string[]> => (await lookup(host, { all: true })).map((a) => a.address);

async function follow(address: URL, look: (host: string) => Promise<string[]>): Promise<{ text: string; problem: string }> {
	let at = address;
	for (let n = 0; n <= MOST_TURNS; n++) {
		if (!['https:', 'http:'].includes(at.protocol)) throw new Unread('It sends us to something that is no web page.');
		const hosts = await look(at.hostname.replace(/^\[|\]$/g, '')).catch(() => []);
		if (hosts.length === 0) throw new Unread('There is no such address.');
		if (hosts.some(isInside)) throw new Unread('This address lies within our own network.');
		const r = await fetch(at, { redirect: 'manual', signal: AbortSignal.timeout(15_000), headers: { accept: 'text/calendar' } });
		const next = r.headers.get('location');
		if (r.status >= 300 && r.status < 400 && next) {
			at = new URL(next, at);
			continue;
		}
		if (!r.ok) throw new Unread(`It answered ${r.status}.`);
		return { text: await read(r), problem: '' };
	}
	throw new Unread('It sends us in circles.');
}

async function read(r: Response): Promise<string> {
	if (Number(r.headers.get('content-length') ?? 0) > MOST) throw new Unread('It is too large.');
	const reader = r.body?.getReader();
	const decoder = new TextDecoder();
	let text = '';
	let size = 0;
	for (let piece = await reader?.read(); piece && !piece.done; piece = await reader?.read()) {
		size += piece.value.length;
		if (size > MOST) {
			await reader?.cancel();
			throw new Unread('It is too large.');
		}
		text += decoder.decode(piece.value, { stream: true });
	}
	return text;
}
