import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { EditionFile } from '../lib/core/formats';
import { addDays } from '../lib/core/time';

const PUBLISHER = 'Larkmoor Trade Pages';

/**
 * category | title | hours | materials as "name ×quantity unit @cost" | wording | when: +13 comes with that edition, −13 goes with it.
 * Costs are those of edition 12; what holds "membrane" or "primer" rises with 13, and all was lower in 11.
 */
const CATALOGS: {
	key: string;
	name: string;
	trade: string;
	categories: [key: string, name: string, parent?: string][];
	services: string;
}[] = [
	{
		key: 'rainwater-service',
		name: 'Rainwater service',
		trade: 'Gutters and downspouts',
		categories: [
			['gutters', 'Gutters'],
			['leaks', 'Leaks and joints', 'gutters'],
			['downspouts', 'Downspouts'],
			['guards', 'Leaf guards']
		],
		services: `
gutters | Clean gutters, one story, up to 100 ft | 1.5 | Bags, heavy ×4 each @0.85 | Leaves and grit taken out by hand, downspouts flushed, what we take out is taken away.
gutters | Clean gutters, two stories, up to 100 ft | 2.25 | Bags, heavy ×4 each @0.85 | As for one story, from a ladder stand-off or lift.
gutters | Rehang a sagging gutter, up to 20 ft | 1.25 | Hidden hanger ×10 each @1.95; Screw, stainless 2 in ×20 each @0.18 | New hidden hangers every two feet, fall checked with water.
gutters | Replace one gutter length, aluminum 5 in | 1.75 | Gutter, aluminum 5 in ×12 ft @3.10; Hidden hanger ×6 each @1.95; Sealant, gutter ×1 tube @7.40 | The old length taken away, the new one joined and sealed.
leaks | Reseal a joint | 0.5 | Sealant, gutter ×0.5 tube @7.40 | Cleaned to bare metal, dried and sealed.
leaks | Replace an end cap | 0.75 | End cap ×1 each @4.60; Sealant, gutter ×0.5 tube @7.40 | New cap riveted and sealed.
leaks | Patch a pinhole run, up to 10 ft | 1 | Patch tape, butyl ×10 ft @1.35; Primer, metal ×0.25 qt @18.00 | Cleaned, primed and taped from inside.
downspouts | Clear a blocked downspout | 0.75 | Bags, heavy ×1 each @0.85 | Flushed from above and below until it runs free.
downspouts | Replace a downspout, one story | 1.25 | Downspout 3×4 in ×10 ft @3.65; Elbow 3×4 in ×3 each @5.20; Strap ×3 each @1.10 | Taken down, replaced and strapped to the wall.
downspouts | Add a splash block | 0.25 | Splash block ×1 each @11.50 | Set level at the foot of the downspout.
downspouts | Reconnect to the ground drain | 1 | Drain adapter ×1 each @9.80; Sealant, gutter ×0.5 tube @7.40 | Cut, fitted and tested with water.
guards | Fit leaf guards, up to 50 ft | 2 | Leaf guard, mesh ×50 ft @2.75; Screw, stainless 2 in ×60 each @0.18 | Gutters cleaned first, mesh screwed to the lip. | +13
guards | Take off old leaf guards, up to 50 ft | 1.25 | Bags, heavy ×2 each @0.85 | Unscrewed, taken away, gutters cleaned. | −13`
	},
	{
		key: 'steep-roof-repair',
		name: 'Steep-roof repair',
		trade: 'Shingle and slate roofs',
		categories: [
			['shingles', 'Shingles'],
			['flashings', 'Flashings'],
			['slate', 'Slate'],
			['storm', 'After a storm']
		],
		services: `
shingles | Replace up to 10 shingles | 1.5 | Shingle, architectural ×0.5 bundle @41.00; Nail, roofing 1¼ in ×0.5 lb @2.60 | Broken shingles slipped out and new ones woven in, in the nearest color.
shingles | Replace up to one square | 4 | Shingle, architectural ×3 bundle @41.00; Underlayment, synthetic ×0.25 roll @98.00; Nail, roofing 1¼ in ×2 lb @2.60 | Stripped to the deck, underlaid and covered again.
shingles | Refasten a lifted ridge, up to 20 ft | 1.25 | Ridge cap ×0.6 bundle @58.00; Sealant, roof ×1 tube @8.90 | Lifted caps replaced, nail heads sealed.
shingles | Replace deck boards, up to 32 sq ft | 1.75 | Deck panel, ½ in 4×8 ×1 each @34.00; Nail, ring shank ×1 lb @3.20 | Rotten deck cut back to sound rafters and replaced.
flashings | Reflash a pipe boot | 1.25 | Pipe boot 3 in ×1 each @14.20; Sealant, roof ×0.5 tube @8.90 | New boot woven into the courses.
flashings | Reflash a sidewall, up to 12 ft | 3 | Step flashing ×18 each @1.95; Membrane, eave ×0.2 roll @86.00 | Step flashing, course by course, behind the siding.
flashings | Reline a valley, up to 16 ft | 3.5 | Valley metal 24 in ×2 each @31.00; Membrane, eave ×0.3 roll @86.00 | Opened, membrane and metal laid, shingles cut back.
flashings | Skylight: reflash all four sides | 4.5 | Flashing kit, skylight ×1 each @118.00; Membrane, eave ×0.25 roll @86.00 | Head, sills and sides, with membrane below.
slate | Replace up to 5 slates | 2 | Slate 10×20 in ×6 each @7.80; Slate hook ×5 each @1.10 | Ripped, hooked, matched as nearly as can be had.
slate | Secure slipped slates, up to 10 | 1.5 | Slate hook ×10 each @1.10 | Straightened and hooked, nothing replaced.
storm | Make watertight with a cover, up to 200 sq ft | 2 | Cover, reinforced ×1 each @46.00; Batten 1×3 in ×60 ft @0.55 | Held until the repair; the cover stays ours.
storm | Branch through the roof: first day | 6 | Deck panel, ½ in 4×8 ×2 each @34.00; Underlayment, synthetic ×0.3 roll @98.00; Batten 1×3 in ×40 ft @0.55 | Branch off, hole decked and dry before we leave.
storm | Written finding with pictures | 1 |  | For your insurer: what broke, why, and what it takes. | +13`
	},
	{
		key: 'low-slope-repair',
		name: 'Low-slope repair',
		trade: 'Membrane roofs',
		categories: [
			['membrane', 'Membrane'],
			['drains', 'Drains'],
			['edges', 'Edges and walls'],
			['units', 'Around units']
		],
		services: `
membrane | Patch a puncture, up to 1 sq ft | 1 | Membrane, 60 mil ×2 sq ft @1.85; Primer, membrane ×0.1 gal @42.00 | Cleaned, primed, welded or taped, edge sealed.
membrane | Reseam an open lap, up to 10 ft | 1.5 | Seam tape, membrane ×10 ft @2.40; Primer, membrane ×0.2 gal @42.00 | Opened to sound membrane and closed again.
membrane | Cut out a blister, up to 10 sq ft | 2.5 | Membrane, 60 mil ×14 sq ft @1.85; Adhesive, membrane ×0.5 gal @38.00; Primer, membrane ×0.2 gal @42.00 | Cut, dried, bonded and covered.
membrane | Overlay a worn walkway, up to 40 sq ft | 2 | Walk pad, membrane ×40 sq ft @4.20; Adhesive, membrane ×0.5 gal @38.00 | Pads bonded where people walk.
drains | Clear a roof drain | 0.75 | Bags, heavy ×1 each @0.85 | Cleared by hand and flushed.
drains | Reflash a roof drain | 3 | Membrane, 60 mil ×16 sq ft @1.85; Drain ring ×1 each @64.00; Sealant, water block ×1 tube @12.60 | Clamping ring off, new membrane under it, ring set in sealant.
drains | Add a scupper | 5 | Scupper box ×1 each @138.00; Membrane, 60 mil ×12 sq ft @1.85; Primer, membrane ×0.2 gal @42.00 | Cut through the parapet, lined and flashed. | +13
edges | Refasten edge metal, up to 20 ft | 1.5 | Edge metal ×20 ft @4.80; Screw, stainless 2 in ×40 each @0.18 | New edge, cleat and cover strip.
edges | Reflash a parapet, up to 10 ft | 3 | Membrane, 60 mil ×30 sq ft @1.85; Termination bar ×10 ft @1.90; Adhesive, membrane ×0.5 gal @38.00 | Up the wall and under a bar.
edges | Reseal coping joints, up to 6 | 1.25 | Sealant, water block ×2 tube @12.60 | Raked out and sealed.
units | Reflash a unit curb | 5 | Membrane, 60 mil ×40 sq ft @1.85; Corner, membrane ×4 each @16.50; Adhesive, membrane ×1 gal @38.00 | All four sides and corners.
units | Pitch pocket: refill | 0.75 | Sealant, pourable ×1 kit @48.00 | Cleaned, filled, domed to shed water.
units | Pipe through the roof: reflash | 1.5 | Pipe boot, membrane ×1 each @31.00; Primer, membrane ×0.1 gal @42.00 | New boot, clamped and sealed.
units | Move a loose lightning cable, up to 20 ft | 0.75 | Cable clip, adhesive ×10 each @2.20 | Refastened clear of the laps. | −13`
	},
	{
		key: 'chimney-and-flue',
		name: 'Chimney and flue',
		trade: 'Masonry above the roof',
		categories: [
			['masonry', 'Masonry'],
			['caps', 'Caps and liners']
		],
		services: `
masonry | Repoint the top four courses | 4 | Mortar, type N ×1 bag @11.80 | Raked out by hand, repointed and cured damp.
masonry | Rebuild above the roof, up to 3 ft | 14 | Brick ×180 each @0.82; Mortar, type N ×5 bag @11.80; Membrane, eave ×0.25 roll @86.00 | Down to sound brick and up again, with new flashing.
masonry | Reflash a chimney, all sides | 5 | Sheet lead, 4 lb ×12 sq ft @7.90; Sealant, roof ×1 tube @8.90 | Steps, apron and back gutter in lead.
caps | Fit a rain cap | 1 | Rain cap, stainless ×1 each @68.00 | Clamped to the flue.
caps | Recast the crown | 4 | Crown mix ×3 bag @21.00; Form boards ×1 each @14.00 | Old crown off, new one cast with a drip edge.
caps | Sweep and look with a camera | 1.5 |  | Swept from above, filmed, and explained.`
	}
];

const text = (n: number): string => String(Math.round(n * 10_000) / 10_000);

/** The file of an edition, in the documented format. */
export function editionOf(key: string, edition: 11 | 12 | 13, published: string): EditionFile {
	const c = CATALOGS.find((x) => x.key === key);
	if (!c) throw new Error(`There is no catalog ${key}.`);
	const cost = (name: string, at: number) =>
		text(edition === 11 ? Math.round(at * 96) / 100 : edition === 13 && /membrane|primer/i.test(name) ? Math.round(at * 112) / 100 : at);
	return {
		format: 'flat-rate edition',
		formatVersion: 1,
		publisher: PUBLISHER,
		catalog: { key, name: c.name, trade: c.trade },
		edition,
		published,
		categories: c.categories.map(([k, name, parent]) => ({ key: k, name, ...(parent ? { parent } : {}) })),
		services: c.services
			.trim()
			.split('\n')
			.flatMap((line) => {
				const [category = '', title = '', hours = '', materials = '', wording = '', when = ''] = line.split('|').map((s) => s.trim());
				if ((when === '+13' && edition < 13) || (when === '−13' && edition >= 13)) return [];
				return [
					{
						key: `${category}-${title.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`.slice(0, 80),
						category,
						title,
						wording,
						hours,
						materials: materials
							.split(';')
							.map((m) => /^(.*) ×([\d.]+) (.+) @([\d.]+)$/.exec(m.trim()))
							.flatMap((m) =>
								m ? [{ name: m[1] ?? '', quantity: m[2] ?? '', unit: m[3] ?? '', cost: cost(m[1] ?? '', Number(m[4])) }] : []
							)
					}
				];
			})
	};
}

export const CATALOG_KEYS = CATALOGS.map((c) => c.key);

/** Fills the stand-in publisher's folder: editions 11, 12 and, lately, 13 of every catalog but the one of another trade. */
export function publish(dir: string, today: string): void {
	mkdirSync(dir, { recursive: true });
	const days = { 11: addDays(today, -430), 12: addDays(today, -190), 13: addDays(today, -6) } as const;
	const index = CATALOG_KEYS.flatMap((key) =>
		([11, 12, 13] as const)
			.filter((n) => n < 13 || key !== 'chimney-and-flue')
			.map((edition) => {
				const file = `${key}-${edition}.json`;
				const content = editionOf(key, edition, days[edition]);
				writeFileSync(join(dir, file), JSON.stringify(content, null, '\t'));
				return { publisher: PUBLISHER, key, name: content.catalog.name, edition, published: days[edition], file };
			})
	);
	writeFileSync(join(dir, 'index.json'), JSON.stringify(index, null, '\t'));
}
