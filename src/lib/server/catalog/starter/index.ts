import { DRYWALL, INSULATION, SIDING } from './building';
import { DECKS, FENCING, FLOORING } from './outdoors';
import { GUTTERS, ROOFING } from './roofs';

/** What ships with the program: items with plausible costs and packs, assemblies whose every rate says what it assumes. */
export const STARTER = [ROOFING, GUTTERS, INSULATION, SIDING, DECKS, FENCING, DRYWALL, FLOORING];
