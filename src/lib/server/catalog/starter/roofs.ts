import { readTrade } from './parse';

export const ROOFING = readTrade(
	'Roofing',
	`
RF-SHL-3T | Shingle, three-tab | bundle | 33.50
RF-SHL-LAM | Shingle, laminated, mid weight | bundle | 40.80
RF-SHL-HVY | Shingle, laminated, heavy | bundle | 58.90
RF-SHL-STR | Starter strip, 105 ft | bundle | 38.20
RF-SHL-CAP | Hip and ridge cap, 33 ft | bundle | 57.40
RF-UND-15 | Felt, 15 lb, 4 sq | roll | 24.60
RF-UND-30 | Felt, 30 lb, 2 sq | roll | 29.90
RF-UND-SYN | Underlayment, synthetic, 10 sq | roll | 84.00
RF-UND-ICE | Ice membrane, 65 ft | roll | 96.00
RF-UND-HT | High-heat membrane, 2 sq | roll | 138.00
RF-DRP-10 | Drip edge, 10 ft | length | 9.60
RF-RAK-10 | Rake edge, 10 ft | length | 10.40
RF-VAL-10 | Valley metal, W, 10 ft | length | 31.00
RF-STP-100 | Step flashing, 100 pieces | box | 64.00
RF-WAL-10 | Wall flashing, 10 ft | length | 18.70
RF-CHM-KIT | Chimney flashing set | set | 92.00
RF-BOO-3 | Pipe boot, 3 in | each | 14.20
RF-BOO-4 | Pipe boot, 4 in | each | 17.60
RF-VNT-RDG | Ridge vent, 4 ft | length | 17.40
RF-VNT-BOX | Box vent | each | 24.10
RF-VNT-SOF | Soffit vent strip, 8 ft | length | 9.90
RF-NAI-COIL | Coil nails, 1 1/4 in, 7,200 | box | 32.50
RF-NAI-CAP | Cap nails, 3,000 | box | 29.80
RF-DEC-716 | Deck sheet, 7/16 in, 4 x 8 | sheet | 21.20
RF-DEC-58 | Deck plywood, 5/8 in, 4 x 8 | sheet | 41.50
RF-MTL-PAN | Standing-seam panel, 16 in | ft | 6.85
RF-MTL-CLP | Panel clips, 100 | box | 71.00
RF-MTL-TRM | Metal trim, 10 ft | length | 42.00
RF-MTL-EXP | Exposed-fastener panel, 36 in | ft | 5.10
RF-MTL-SCR | Roofing screws, 250 | bag | 28.00
RF-MEM-60 | Membrane, 60 mil, 10 x 100 | roll | 1120.00
RF-MEM-INS | Insulation board, 2 in, 4 x 8 | sheet | 39.40
RF-MEM-ADH | Bonding adhesive, 5 gal | pail | 232.00
RF-MEM-PLT | Plates and screws, 500 | box | 148.00
RF-MEM-BAR | Termination bar, 10 ft | length | 14.80
RF-MEM-80 | Membrane, 80 mil, 10 x 50 | roll | 842.00
RF-MEM-CRN | Inside and outside corners | each | 15.80
RF-MEM-PRM | Membrane primer, 1 gal | can | 46.00
RF-MEM-TAP | Seam tape, 3 in x 100 ft | roll | 168.00
RF-MEM-WLK | Walk pad, 30 x 30 in | each | 27.50
RF-MEM-DRN | Roof drain, retrofit, 4 in | each | 212.00
RF-MEM-SCP | Scupper box, 4 x 6 in | each | 132.00
RF-SLT-10 | Slate, 10 x 20 in | each | 7.60
RF-SLT-HK | Slate hooks, 50 | box | 54.00
RF-TIL-FLD | Clay tile, field | each | 3.90
RF-TIL-RDG | Clay tile, ridge | each | 11.20
RF-BAT-13 | Batten, 1 x 3, 10 ft | length | 5.20
RF-COP-16 | Copper sheet, 16 oz, 3 x 10 | sheet | 388.00
RF-LED-4 | Sheet lead, 4 lb, 12 in | ft | 7.90
RF-SNO-GRD | Snow guard | each | 9.40
RF-SEA-TUB | Roof sealant | tube | 8.70
RF-CEM-1 | Plastic cement, 1 gal | can | 21.50
RF-COV-20 | Cover, reinforced, 20 x 20 ft | each | 54.00
RF-LFT-DAY | Roof lift | day | 185.00 | equipment
RF-PRM | Roofing permit | each | 120.00 | other
RF-MEM-COP | Coping, 10 ft | length | 63.00
RF-MOD-CAP | Modified cap sheet, 1 sq | roll | 118.00
RF-MOD-BAS | Base sheet, 2 sq | roll | 78.00
RF-SLA-12 | Slate, 12 in | each | 7.40
RF-SLA-HOK | Slate hooks, copper, 100 | box | 88.00
RF-CED-18 | Cedar shingle, 18 in, 25 sq ft | bundle | 96.00
RF-TIL-CON | Concrete tile | each | 2.60
RF-SKY-22 | Skylight, fixed, 2 x 2 ft | each | 312.00
RF-SKY-KIT | Skylight flashing set | set | 118.00
RF-CEM-GAL | Roof cement, 1 gal | pail | 21.50
RF-DUMP-20 | Container, 20 yd | each | 410.00 | equipment
`,
	`
# Tear-off, one layer | The old roof is stripped to the deck and hauled away.
work: Tear-off | area | 1/90 | 0 | 0.25 | Tear-off | One layer of shingles, walkable pitch, chute to the container.
RF-DUMP-20 | area | 1/2000 | 0 | 1 | Tear-off | A 20 yd container takes about 20 squares of one layer.
RF-DEC-716 | area | 0/32 | 5 | 1 | Tear-off | Rotten sheets: count them when the deck is bare.
# Three-tab shingles | Three-tab shingles over felt, with new edge metal.
RF-UND-15 | area | 1/400 | 8 | 1 | Dry-in | Single layer, 4 in laps.
RF-DRP-10 | eaves + rakes | 1/10 | 5 | 1 | Dry-in | Full lengths, 2 in laps.
RF-SHL-STR | eaves + rakes | 1/105 | 5 | 1 | Shingles | Eaves and rakes.
RF-SHL-3T | area | 3/100 | 10 | 1 | Shingles | Five-inch exposure, simple faces.
RF-NAI-COIL | area | 1/1800 | 0 | 1 | Shingles | Four nails a shingle.
work: Lay shingles | area | 1.7/100 | 0 | 0.25 | Shingles | Simple faces under 8 in 12, gun-nailed.
RF-SHL-CAP | ridge + hips | 1/33 | 5 | 1 | Shingles | Cap shingles, 5 in exposure.
# Laminated shingles | Laminated shingles over synthetic underlayment, with ice membrane at the eaves and new edge metal.
RF-UND-ICE | eaves | 1/65 | 0 | 1 | Dry-in | One course at the eave.
RF-UND-SYN | area | 1/960 | 8 | 1 | Dry-in | 10-square rolls, 4 in laps.
RF-DRP-10 | eaves + rakes | 1/10 | 5 | 1 | Dry-in | Under the membrane at eaves, over it at rakes.
RF-SHL-STR | eaves + rakes | 1/105 | 5 | 1 | Shingles | Eaves and rakes.
RF-SHL-LAM | area | 3/100 | 10 | 1 | Shingles | Ten percent for cuts; fifteen with valleys.
RF-NAI-COIL | area | 1/1500 | 0 | 1 | Shingles | Six nails a shingle near the coast.
work: Lay shingles | area | 2/100 | 0 | 0.25 | Shingles | Simple faces; add for dormers and valleys.
RF-SHL-CAP | ridge + hips | 1/33 | 5 | 1 | Shingles | Cap shingles.
RF-VNT-RDG | ridge | 0/4 | 0 | 1 | Shingles | Does the attic have intake? Then vent the ridge.
# Heavy laminated shingles | Heavy laminated shingles with a deep shadow line.
RF-UND-SYN | area | 1/960 | 8 | 1 | Dry-in | 10-square rolls.
RF-SHL-STR | eaves + rakes | 1/105 | 5 | 1 | Shingles | Eaves and rakes.
RF-SHL-HVY | area | 4/100 | 10 | 1 | Shingles | Four bundles a square.
RF-NAI-COIL | area | 1/1200 | 0 | 1 | Shingles | Longer shingles, six nails.
work: Lay shingles | area | 2.5/100 | 0 | 0.25 | Shingles | Heavier bundles, slower staging.
RF-SHL-CAP | ridge + hips | 1/33 | 5 | 1 | Shingles | Cap shingles.
# Standing-seam metal | Standing-seam panels on high-heat membrane, clips hidden.
RF-UND-HT | area | 1/190 | 8 | 1 | Dry-in | Full cover, 6 in end laps.
RF-MTL-PAN | area | 0.75/1 | 8 | 1 | Metal | 16 in cover: three quarters of a foot for a square foot.
RF-MTL-CLP | area | 1/130 | 0 | 1 | Metal | Clips at 18 in.
RF-MTL-TRM | eaves + rakes + ridge | 1/9.5 | 5 | 1 | Metal | Trim laps 6 in.
work: Metal panels | area | 6/100 | 0 | 0.25 | Metal | Straight runs to 30 ft, seamed by machine.
# Exposed-fastener metal | Ribbed panels with sealed screws, for barns and porches.
RF-UND-SYN | area | 1/960 | 8 | 1 | Dry-in | Over solid deck.
RF-MTL-EXP | area | 0.34/1 | 6 | 1 | Metal | 36 in cover.
RF-MTL-SCR | area | 1/280 | 5 | 1 | Metal | Screws at 2 ft along each purlin.
RF-MTL-TRM | eaves + rakes + ridge | 1/9.5 | 5 | 1 | Metal | Trim laps 6 in.
work: Metal panels | area | 3/100 | 0 | 0.25 | Metal | Two people, panels to 20 ft.
# Low-slope membrane, adhered | Single-ply membrane on insulation board, fully adhered, edges in metal.
RF-MEM-INS | area | 1/32 | 5 | 1 | Insulation | One layer, joints staggered.
RF-MEM-PLT | area | 1/1000 | 5 | 1 | Insulation | Sixteen plates a board pair.
RF-MEM-ADH | area | 1/300 | 5 | 1 | Membrane | Both faces, 60 sq ft a gallon.
RF-MEM-60 | area | 1/950 | 8 | 1 | Membrane | Seams and upstands in the waste.
work: Lay and weld | area | 2.4/100 | 0 | 0.25 | Membrane | Open field; count each drain and unit apart.
RF-MEM-BAR | perimeter | 1/10 | 5 | 1 | Edges | All around.
RF-MEM-COP | perimeter | 0/10 | 5 | 1 | Edges | Parapet or open edge? Coping only on parapets.
# Modified bitumen, two plies | Base and cap sheet, cap torched or in cold adhesive.
RF-MOD-BAS | area | 1/190 | 8 | 1 | Membrane | 2-square rolls.
RF-MOD-CAP | area | 1/92 | 8 | 1 | Membrane | 1-square rolls, 4 in side laps.
work: Two plies | area | 3.2/100 | 0 | 0.25 | Membrane | Fire watch of an hour after the last torch is in the rate.
# Chimney flashing | New step and counter flashing all around the chimney.
RF-CHM-KIT | count | 1/1 | 0 | 1 | Flashing | Up to 3 x 3 ft.
RF-CEM-GAL | count | 1/4 | 0 | 1 | Flashing | A quarter gallon a chimney.
work: Flash the chimney | count | 3.5/1 | 0 | 0.25 | Flashing | Brick sound enough to cut a reglet.
# Skylight, fixed | A fixed skylight with its flashing set, trimmed inside by others.
RF-SKY-22 | count | 1/1 | 0 | 1 | Skylights | Opening framed already.
RF-SKY-KIT | count | 1/1 | 0 | 1 | Skylights | Shingle roofs to 3 in 12.
work: Set the skylight | count | 4/1 | 0 | 0.25 | Skylights | From outside, one story.
# Slate repair | Broken slates are replaced on copper hooks.
RF-SLA-12 | count | 1/1 | 10 | 1 | Repair | Ten percent breakage.
RF-SLA-HOK | count | 1/100 | 0 | 1 | Repair | A hook a slate.
work: Replace slates | count | 0.5/1 | 0 | 0.25 | Repair | Reached from a hook ladder.
`
);

export const GUTTERS = readTrade(
	'Gutters',
	`
GT-SEA-5 | Seamless gutter, 5 in | ft | 4.05
GT-SEA-6 | Seamless gutter, 6 in | ft | 5.20
GT-HALF-6 | Half-round gutter, 6 in | ft | 7.90
GT-COP-6 | Copper half-round, 6 in | ft | 22.40
GT-HNG-HID | Hidden hanger with screw | each | 1.15
GT-HNG-HR | Half-round hanger | each | 3.90
GT-OUT-23 | Outlet, 2 x 3 | each | 2.80
GT-OUT-34 | Outlet, 3 x 4 | each | 3.40
GT-DSP-23 | Downspout, 2 x 3, 10 ft | length | 17.20
GT-DSP-34 | Downspout, 3 x 4, 10 ft | length | 23.60
GT-DSP-CU | Copper downspout, 3 in, 10 ft | length | 142.00
GT-ELB-23 | Elbow, 2 x 3 | each | 3.90
GT-ELB-34 | Elbow, 3 x 4 | each | 5.10
GT-STR | Downspout strap | each | 1.30
GT-MIT-IN | Miter, inside | each | 12.80
GT-MIT-OUT | Miter, outside | each | 12.80
GT-END | End cap pair | pair | 4.60
GT-SEAL | Gutter sealant | tube | 7.90
GT-GRD-MSH | Gutter guard, mesh | ft | 3.55
GT-GRD-FOA | Gutter guard, foam | ft | 1.90
GT-FAS-1X6 | Fascia board, 1 x 6, primed | ft | 2.45
GT-FAS-COI | Fascia wrap coil, 24 in x 50 ft | roll | 108.00
GT-SPL | Splash block | each | 9.80
GT-EXT | Downspout extension, 4 ft | each | 11.50
GT-DRN-4 | Drain pipe, 4 in, solid | ft | 1.85
GT-LEA | Leader head | each | 64.00
GT-HEAT | Heat cable, 100 ft | each | 168.00
GT-ZNC-5 | Gutter, zinc, half round 5 in, 10 ft | length | 92.00
GT-ZNC-DS | Downspout, zinc, 3 in, 10 ft | length | 84.00
GT-ELB-RD | Elbow, round, 3 in | each | 8.90
GT-EXP-JNT | Expansion joint | each | 24.50
GT-BRK-FSC | Fascia bracket | each | 3.40
GT-SCR-SS | Screws, stainless, 100 | box | 18.50
GT-RIV-100 | Rivets, painted, 100 | box | 12.80
GT-DRN-ADP | Drain adapter, 4 in | each | 9.80
GT-BAR-55 | Rain barrel, 55 gal | each | 118.00
GT-DIV | Downspout diverter | each | 34.00
GT-LFT-DAY | Gutter lift | day | 145.00 | equipment
`,
	`
# Seamless gutter, 5 in, with downspouts | Seamless aluminum gutter formed on site, hidden hangers every two feet, downspouts where the water wants to go.
GT-SEA-5 | length | 1/1 | 5 | 1 | Gutters | Formed on site to the foot.
GT-HNG-HID | length | 1/2 | 0 | 1 | Gutters | Every 24 in; 18 in under snow.
GT-SEAL | length | 1/80 | 0 | 1 | Gutters | A tube for two miters and ends.
work: Hang gutter | length | 1/16 | 0 | 0.25 | Gutters | One story, straight fascia.
GT-OUT-23 | count | 1/1 | 0 | 1 | Downspouts | An outlet a downspout.
GT-DSP-23 | count | 1/1 | 0 | 1 | Downspouts | One story.
GT-ELB-23 | count | 3/1 | 0 | 1 | Downspouts | Two at the soffit, one at the foot.
GT-STR | count | 2/1 | 0 | 1 | Downspouts | Two a story.
work: Downspouts | count | 0.5/1 | 0 | 0.25 | Downspouts | One story, to the ground.
# Seamless gutter, 6 in | Six-inch gutter for large roofs, with wide downspouts.
GT-SEA-6 | length | 1/1 | 5 | 1 | Gutters | For roofs over 1,500 sq ft to one run.
GT-HNG-HID | length | 1/2 | 0 | 1 | Gutters | Every 24 in.
work: Hang gutter | length | 1/14 | 0 | 0.25 | Gutters | Heavier coil, one story.
GT-OUT-34 | count | 1/1 | 0 | 1 | Downspouts | Outlet a downspout.
GT-DSP-34 | count | 2/1 | 0 | 1 | Downspouts | Two stories.
GT-ELB-34 | count | 3/1 | 0 | 1 | Downspouts | Two at the soffit, one at the foot.
work: Downspouts | count | 1/1 | 0 | 0.25 | Downspouts | Two stories, ladders.
# Copper half-round | Half-round copper gutter, soldered, with round downspouts.
GT-COP-6 | length | 1/1 | 5 | 1 | Gutters | 10 ft lengths, soldered laps.
GT-HNG-HR | length | 1/2 | 0 | 1 | Gutters | Every 24 in.
GT-DSP-CU | count | 1/1 | 0 | 1 | Downspouts | One story.
work: Solder and hang | length | 1/7 | 0 | 0.25 | Gutters | Solder every 10 ft.
# Gutter guards, mesh | Stainless mesh on the gutters, so that the ladders stay in the van.
GT-GRD-MSH | length | 1/1 | 3 | 1 | Guards | Gutters clean and sound.
work: Fit guards | length | 1/40 | 0 | 0.25 | Guards | After cleaning, one story.
# Fascia board, replaced | Rotten fascia is cut out and renewed, primed on all sides.
GT-FAS-1X6 | length | 1/1 | 10 | 1 | Fascia | Ten percent for cuts.
work: Replace fascia | length | 1/12 | 0 | 0.25 | Fascia | Gutter off already.
# Gutter cleaning | Gutters and downspouts are cleaned by hand and flushed.
work: Clean gutters | length | 1/60 | 0 | 0.25 | Cleaning | One story, leaves bagged.
GT-SEAL | length | 0/100 | 0 | 1 | Cleaning | Leaking joints: count the tubes.
`
);
