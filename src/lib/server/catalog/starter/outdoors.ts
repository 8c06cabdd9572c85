import { readTrade } from './parse';

export const DECKS = readTrade(
	'Decks',
	`
DK-PT-54 | Deck board, treated, 5/4 x 6, 12 ft | length | 14.90
DK-COM-16 | Deck board, composite, 16 ft | length | 58.00
DK-CED-54 | Deck board, cedar, 5/4 x 6, 12 ft | length | 31.00
DK-PT-28 | Deck beam, treated, 2 x 8, 12 ft | length | 19.80
DK-PT-210 | Deck beam, treated, 2 x 10, 12 ft | length | 26.40
DK-PT-44 | Post, treated, 4 x 4, 8 ft | length | 14.20
DK-PT-66 | Post, treated, 6 x 6, 8 ft | length | 36.50
DK-HNG-28 | Beam hanger, 2 x 8 | each | 2.60
DK-HNG-210 | Beam hanger, 2 x 10 | each | 3.20
DK-LAG | Ledger screws, 5 in, 50 | box | 62.00
DK-FLS | Ledger flashing, 10 ft | length | 18.00
DK-BAS | Post base, adjustable | each | 18.90
DK-TUB-10 | Footing tube, 10 in, 4 ft | each | 14.60
DK-CON-80 | Concrete, 80 lb | bag | 6.40
DK-SCR-D | Deck screws, 5 lb | box | 42.00
DK-CLP | Hidden clips, 100 sq ft | box | 68.00
DK-RAI-36 | Rail kit, 6 ft | kit | 148.00
DK-BAL | Baluster, treated | each | 2.10
DK-STR-3 | Stair stringer, 3 step | each | 24.00
DK-TAPE | Beam tape, 65 ft | roll | 19.50
DK-STA | Stain, 1 gal | pail | 42.00
DK-LAT | Lattice, 4 x 8 | sheet | 31.00
DK-PT-212 | Deck beam, treated, 2 x 12, 12 ft | length | 34.80
DK-COM-FAS | Fascia, composite, 12 ft | length | 62.00
DK-RAI-CAB | Cable rail kit, 6 ft | kit | 262.00
DK-GAT-36 | Rail gate, 36 in | each | 168.00
DK-LGT-6 | Post lights, 6 | set | 112.00
DK-HLX-5 | Screw pile, 5 ft | each | 128.00
DK-STR-5 | Stair stringer, 5 step | each | 41.00
DK-TRD | Stair tread, treated, 4 ft | each | 12.60
DK-BRK-POS | Post bracket | each | 8.40
DK-AUG-DAY | Auger | day | 92.00 | equipment
`,
	`
# Deck frame | Treated frame on footings, ledger flashed and bolted.
DK-FLS | length | 1/10 | 5 | 1 | Frame | Along the house.
DK-LAG | length | 1/33 | 0 | 1 | Frame | Two every 16 in.
DK-PT-28 | area | 1/15 | 8 | 1 | Frame | 16 in centers, 12 ft spans.
DK-HNG-28 | area | 1/15 | 0 | 1 | Frame | One a beam and end.
DK-TAPE | area | 1/85 | 0 | 1 | Frame | All beam tops.
work: Frame the deck | area | 1/14 | 0 | 0.25 | Frame | Under 4 ft high, square plan.
# Footing and post | A concrete footing below frost with a post on its base.
DK-TUB-10 | count | 1/1 | 0 | 1 | Footings | 4 ft deep.
DK-CON-80 | count | 4/1 | 5 | 1 | Footings | 10 in tube, 4 ft.
DK-BAS | count | 1/1 | 0 | 1 | Footings | Set while wet.
DK-PT-66 | count | 1/1 | 0 | 1 | Footings | To 8 ft.
work: Dig and set | count | 2.5/1 | 0 | 0.25 | Footings | By auger, no rock.
# Treated decking | Treated boards, screwed.
DK-PT-54 | area | 1/5.6 | 8 | 1 | Decking | 5 1/2 in face with a gap.
DK-SCR-D | area | 1/140 | 0 | 1 | Decking | Two screws a beam.
work: Lay decking | area | 1/32 | 0 | 0.25 | Decking | Straight boards.
# Composite decking | Composite boards with hidden clips.
DK-COM-16 | area | 1/7.5 | 8 | 1 | Decking | 16 ft boards.
DK-CLP | area | 1/100 | 0 | 1 | Decking | Grooved boards.
work: Lay decking | area | 1/26 | 0 | 0.25 | Decking | Clips and end screws.
# Deck rail | Rail in six-foot panels between posts.
DK-RAI-36 | length | 1/6 | 0 | 1 | Rail | Posts every 6 ft.
DK-PT-44 | length | 1/6 | 0 | 1 | Rail | One more for each corner.
work: Set rail | length | 1/8 | 0 | 0.25 | Rail | Level runs.
`
);

export const FENCING = readTrade(
	'Fencing',
	`
FN-PAN-6 | Cedar panel, 6 x 8 | each | 84.00
FN-PIC-6 | Cedar picket, 6 ft | each | 3.90
FN-RAI-8 | Rail, treated, 2 x 4, 8 ft | length | 6.10
FN-PST-8 | Post, treated, 4 x 4, 8 ft | length | 14.20
FN-PST-66 | Gate post, 6 x 6, 8 ft | length | 36.50
FN-CAP | Post cap | each | 3.40
FN-CON-50 | Post concrete, 50 lb | bag | 5.90
FN-NAI | Fence nails, 2,000 | box | 38.00
FN-BRK | Panel bracket | each | 1.80
FN-GAT-4 | Gate, wood, 4 ft | each | 142.00
FN-GAT-HW | Gate hardware set | set | 46.00
FN-VIN-6 | Vinyl panel, 6 x 8 | each | 128.00
FN-VIN-PST | Vinyl post, 5 x 5, 9 ft | each | 44.00
FN-CHA-4 | Chain link, 4 ft | ft | 3.10
FN-CHA-6 | Chain link, 6 ft | ft | 4.60
FN-CHA-LP | Line post, 1 5/8 in | each | 15.40
FN-CHA-TP | Terminal post, 2 3/8 in | each | 31.00
FN-CHA-TR | Top rail, 1 3/8 in, 21 ft | length | 32.00
FN-CHA-FIT | Terminal fittings | set | 19.00
FN-CHA-TIE | Ties, 100 | bag | 9.20
FN-CHA-GT | Chain-link gate, 4 ft | each | 108.00
FN-STA | Fence stain, 5 gal | pail | 138.00
FN-VIN-GT | Vinyl gate, 4 ft | each | 214.00
FN-CED-CAP | Post cap, cedar | each | 5.90
FN-ALU-PAN | Aluminum panel, 4 x 6 | each | 92.00
FN-ALU-POS | Aluminum post | each | 34.00
FN-ALU-GT | Aluminum gate, 4 ft | each | 248.00
FN-CHN-POS | Line post, 2 in, 8 ft | each | 17.60
FN-CHN-TOP | Top rail, 21 ft | length | 28.50
FN-CHN-GT | Chain-link gate, 4 x 4 | each | 118.00
FN-PRV-SLT | Privacy slats, 10 ft | bag | 46.00
FN-SPL-RAI | Split rail, 11 ft | each | 18.40
FN-SPL-POS | Split-rail post | each | 21.00
`,
	`
# Cedar panel fence, 6 ft | Cedar panels between treated posts set in concrete.
FN-PST-8 | posts | 1/1 | 0 | 1 | Posts | 2 ft in the ground.
FN-CON-50 | posts | 2/1 | 0 | 1 | Posts | Two bags a hole.
FN-CAP | posts | 1/1 | 0 | 1 | Panels | Every post.
work: Set posts | posts | 0.75/1 | 0 | 0.25 | Posts | Auger, no rock or roots.
FN-PAN-6 | bays | 1/1 | 0 | 1 | Panels | Eight-foot bays; a cut panel counts whole.
FN-BRK | bays | 6/1 | 0 | 1 | Panels | Three a side.
work: Hang panels | bays | 0.5/1 | 0 | 0.25 | Panels | Level ground.
FN-PST-66 | gates | 2/1 | 0 | 1 | Gates | A heavy post each side.
FN-GAT-4 | gates | 1/1 | 0 | 1 | Gates | To 4 ft wide.
FN-GAT-HW | gates | 1/1 | 0 | 1 | Gates | Hinges and latch.
work: Hang gate | gates | 1.5/1 | 0 | 0.25 | Gates | Braced and swung.
# Picket fence, built in place | Rails and pickets on posts, stepped to the ground.
FN-PST-8 | posts | 1/1 | 0 | 1 | Posts | 8 ft apart.
FN-CON-50 | posts | 2/1 | 0 | 1 | Posts | Two bags a hole.
work: Set posts | posts | 0.75/1 | 0 | 0.25 | Posts | Auger.
FN-RAI-8 | length | 3/8 | 5 | 1 | Pickets | Three rails.
FN-PIC-6 | length | 1/0.47 | 6 | 1 | Pickets | 5 1/2 in picket, tight.
FN-NAI | length | 1/160 | 0 | 1 | Pickets | Six a picket.
work: Pickets | length | 1/6 | 0 | 0.25 | Pickets | Stepped runs.
# Vinyl fence, 6 ft | Vinyl panels in routed posts.
FN-VIN-PST | posts | 1/1 | 0 | 1 | Posts | 9 ft, 3 ft in the ground.
FN-CON-50 | posts | 2/1 | 0 | 1 | Posts | Two bags.
FN-VIN-6 | bays | 1/1 | 0 | 1 | Panels | Eight-foot bays.
work: Posts and panels | bays | 1.25/1 | 0 | 0.25 | Panels | Set and hung as one.
# Chain-link fence, 4 ft | Galvanized chain link with top rail.
FN-CHA-LP | posts | 1/1 | 0 | 1 | Posts | 10 ft apart.
FN-CON-50 | posts | 1/1 | 0 | 1 | Posts | One bag.
FN-CHA-TR | length | 1/21 | 3 | 1 | Mesh | Swaged ends.
FN-CHA-4 | length | 1/1 | 2 | 1 | Mesh | Stretched by hand winch.
FN-CHA-TIE | length | 1/75 | 0 | 1 | Mesh | Every foot and a half.
work: Chain link | length | 1/14 | 0 | 0.25 | Mesh | Open ground.
`
);

export const FLOORING = readTrade(
	'Flooring',
	`
FL-LVP-20 | Vinyl plank, 20 sq ft | box | 54.00
FL-LAM-19 | Laminate, 19 sq ft | box | 41.00
FL-OAK-20 | Oak strip, 3 1/4 in, 20 sq ft | bundle | 118.00
FL-ENG-22 | Engineered oak, 22 sq ft | box | 142.00
FL-CPT | Carpet, mid weight | sq yd | 21.50
FL-PAD | Carpet pad | sq yd | 4.90
FL-TAC | Tack strip, 4 ft | length | 1.10
FL-TIL-12 | Floor tile, 12 x 12 | each | 3.20
FL-THI-50 | Thinset, 50 lb | bag | 19.60
FL-GRO-25 | Grout, 25 lb | bag | 24.00
FL-BAC-35 | Backer board, 1/4 in, 3 x 5 | sheet | 13.20
FL-UND-100 | Foam underlay, 100 sq ft | roll | 32.00
FL-UND-FEL | Felt paper, 2 sq | roll | 29.00
FL-SUB-34 | Subfloor, 3/4 in, 4 x 8 | sheet | 46.00
FL-LEV | Self-leveler, 50 lb | bag | 38.00
FL-NAI-CLE | Flooring cleats, 5,000 | box | 74.00
FL-FIN-OIL | Floor finish, 1 gal | pail | 68.00
FL-SAN-BEL | Sanding belts, 10 | pack | 52.00
FL-BAS-8 | Baseboard, 3 1/4 in | ft | 1.95
FL-QUA-8 | Quarter round | ft | 0.95
FL-TRA | Transition strip | each | 24.00
FL-ADH | Flooring adhesive, 4 gal | pail | 148.00
FL-SAN-DAY | Sander, day | day | 78.00 | equipment
FL-OAK-5 | Oak, 5 in, unfinished | sq ft | 6.40
FL-ENG-7 | Engineered oak, 7 in | sq ft | 7.10
FL-LAM-12 | Laminate, 12 mm | sq ft | 2.60
FL-TIL-MOS | Mosaic, 2 in | sq ft | 9.80
FL-CRP-TIL | Carpet tile, 24 in | sq ft | 3.10
FL-VIN-SHT | Sheet vinyl, 12 ft | sq ft | 1.95
FL-UNC-MAT | Uncoupling membrane | sq ft | 1.85
FL-SND-DAY | Drum sander | day | 88.00 | equipment
FL-LEV-50 | Leveler, 50 lb | bag | 38.00
FL-TRN-6 | Transition strip, 6 ft | each | 21.00
FL-HTM-10 | Heating mat, 10 sq ft | each | 126.00
`,
	`
# Vinyl plank | Floating vinyl plank over underlay.
FL-UND-100 | floor | 1/100 | 5 | 1 | Floor | If the plank has none.
FL-LVP-20 | floor | 1/20 | 8 | 1 | Floor | Straight lay; 12 % on the diagonal.
work: Lay plank | floor | 1/45 | 0 | 0.25 | Floor | Flat floor, empty room.
FL-QUA-8 | perimeter less doors | 1/1 | 8 | 1 | Trim | All walls.
FL-TRA | count | 1/1 | 0 | 1 | Trim | One a door.
# Oak strip, nailed and finished | Solid oak, nailed, sanded and finished three times.
FL-UND-FEL | floor | 1/190 | 5 | 1 | Floor | Under the strip.
FL-OAK-20 | floor | 1/20 | 8 | 1 | Floor | Strip to strip.
FL-NAI-CLE | floor | 1/1250 | 0 | 1 | Floor | Every 8 in.
work: Nail strip | floor | 1/24 | 0 | 0.25 | Floor | Straight lay.
FL-SAN-DAY | floor | 1/450 | 0 | 1 | Finish | Drum and edger.
FL-SAN-BEL | floor | 1/500 | 0 | 1 | Finish | Three grits.
FL-FIN-OIL | floor | 3/450 | 0 | 1 | Finish | Three coats.
work: Sand and finish | floor | 1/55 | 0 | 0.25 | Finish | Three coats, a day between.
# Carpet with pad | Carpet stretched over pad.
FL-PAD | floor | 1/9 | 5 | 1 | Floor | Square yards.
FL-CPT | floor | 1/9 | 10 | 1 | Floor | 12 ft rolls; seams cost more.
FL-TAC | perimeter less doors | 1/4 | 5 | 1 | Floor | All walls.
work: Lay carpet | floor | 1/90 | 0 | 0.25 | Floor | Power-stretched.
# Floor tile on backer board | Tile on backer board, grouted.
FL-BAC-35 | floor | 1/15 | 8 | 1 | Floor | Screwed in thinset.
FL-THI-50 | floor | 1/65 | 0 | 1 | Floor | Under board and tile.
FL-TIL-12 | floor | 1/1 | 10 | 1 | Floor | Straight lay.
FL-GRO-25 | floor | 1/120 | 0 | 1 | Floor | 1/8 in joints.
work: Set tile | floor | 1/11 | 0 | 0.25 | Floor | Cuts on three sides.
# Baseboard | Baseboard, coped and nailed, ready for paint.
FL-BAS-8 | perimeter less doors | 1/1 | 10 | 1 | Trim | Ten percent for cuts.
work: Run base | perimeter less doors | 1/22 | 0 | 0.25 | Trim | Square rooms.
`
);
