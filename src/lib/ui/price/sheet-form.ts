import { mulDiv, parsePercent, parseQuantity, parseUnitPrice, percent, toTyped } from '$lib/core/money';
import { burdenOf, nonBillableOf, type LaborSheet } from '$lib/core/pricing';

export interface TypedSheet {
	members: { label: string; wage: string; count: string }[];
	paidHours: string;
	overtimeHours: string;
	overtimeMultiplier: string;
	burden: string;
	burdenParts: { name: string; percent: string; onPremium: boolean }[];
	nonBillable: string;
	dayMinutes: string;
	parts: { name: string; minutes: string; driving: boolean }[];
	variants: { name: string; multiplier: string }[];
	step: string;
	minimum: string;
	overhead: string;
	by: 'margin' | 'price';
	target: string;
}

/** What stands in the fields of a labor rate sheet. */
export function typeSheet(s: LaborSheet, billing: { step: number; minimum: number }): TypedSheet {
	return {
		members: s.members.map((m) => ({ label: m.label, wage: toTyped(m.wage, 4, 2), count: String(m.count) })),
		paidHours: toTyped(s.paidHours, 4),
		overtimeHours: toTyped(s.overtimeHours, 4),
		overtimeMultiplier: toTyped(s.overtimeMultiplier, 4),
		burden: `${toTyped(s.burden, 2)}%`,
		burdenParts: (s.burdenParts ?? []).map((p) => ({ name: p.name, percent: `${toTyped(p.percent, 2)}%`, onPremium: p.onPremium })),
		nonBillable: `${toTyped(s.nonBillable, 2)}%`,
		dayMinutes: String(s.dayMinutes ?? 480),
		parts: (s.parts ?? []).map((p) => ({ name: p.name, minutes: String(p.minutes), driving: p.driving ?? false })),
		variants: (s.variants ?? []).map((v) => ({ name: v.name, multiplier: toTyped(v.multiplier, 4) })),
		step: String(s.billing?.step ?? billing.step),
		minimum: String(s.billing?.minimum ?? billing.minimum),
		overhead: toTyped(s.overheadPerHour, 4, 2),
		by: 'margin' in s.target ? 'margin' : 'price',
		target: 'margin' in s.target ? `${toTyped(s.target.margin, 2)}%` : toTyped(s.target.price, 4, 2)
	};
}

/** Reads the fields back. @throws Refusal in words, with the field */
export function readSheet(t: TypedSheet): LaborSheet {
	const whole = (text: string) => Math.round(Number(text) || 0);
	const parts = t.parts
		.filter((p) => p.name.trim() !== '' || p.minutes.trim() !== '')
		.map((p) => ({ name: p.name.trim(), minutes: whole(p.minutes), ...(p.driving ? { driving: true } : {}) }));
	const burdenParts = t.burdenParts
		.filter((p) => p.name.trim() !== '')
		.map((p) => ({ name: p.name.trim(), percent: parsePercent(p.percent, p.name), onPremium: p.onPremium }));
	const burden = burdenParts.length ? burdenOf(burdenParts) : { burden: parsePercent(t.burden, 'The burden'), notOnPremium: percent(0) };
	const dayMinutes = whole(t.dayMinutes);
	return {
		members: t.members.map((m) => ({
			label: m.label,
			wage: parseUnitPrice(m.wage, `The wage of ${m.label || 'a member'}`),
			count: whole(m.count)
		})),
		paidHours: parseQuantity(t.paidHours, 'Paid hours'),
		overtimeHours: parseQuantity(t.overtimeHours, 'Overtime'),
		overtimeMultiplier: parseQuantity(t.overtimeMultiplier, 'The multiplier'),
		burden: burden.burden,
		...(burdenParts.length ? { burdenParts, burdenNotOnPremium: burden.notOnPremium } : {}),
		nonBillable: parts.length ? percent(mulDiv(nonBillableOf(parts, dayMinutes), 1, 100)) : parsePercent(t.nonBillable, 'Non-billable'),
		...(parts.length ? { parts, dayMinutes } : {}),
		variants: t.variants
			.filter((v) => v.name.trim() !== '')
			.map((v) => ({ name: v.name.trim(), multiplier: parseQuantity(v.multiplier, v.name) })),
		billing: { step: whole(t.step) || 1, minimum: whole(t.minimum) },
		overheadPerHour: parseUnitPrice(t.overhead, 'Overhead'),
		target: t.by === 'margin' ? { margin: parsePercent(t.target, 'The margin') } : { price: parseUnitPrice(t.target, 'The price') }
	};
}
