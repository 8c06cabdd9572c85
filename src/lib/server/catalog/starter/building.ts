import { readTrade } from './parse';

export const INSULATION = readTrade(
	'Insulation',
	`
IN-CEL-BAG | Blown cellulose, 25 lb | bag | 18.60
IN-FBG-BAG | Blown fiberglass, 27 lb | bag | 34.20
IN-BAT-R13 | Batt R-13, 15 in, 88 sq ft | bag | 58.00
IN-BAT-R19 | Batt R-19, 15 in, 77 sq ft | bag | 66.00
IN-BAT-R30 | Batt R-30, 15 in, 58 sq ft | bag | 72.00
IN-BAT-MW | Mineral wool R-15, 15 in, 60 sq ft | bag | 79.00
IN-FOA-OC | Open-cell foam set, 16,000 bd ft | set | 1890.00
IN-FOA-CC | Closed-cell foam set, 4,000 bd ft | set | 2240.00
IN-CAN | Foam sealant | can | 9.40
IN-BAF | Rafter baffle | each | 2.10
IN-VAP-10 | Vapor barrier, 10 mil, 1,000 sq ft | roll | 96.00
IN-NET | Netting, 8 ft x 250 ft | roll | 118.00
IN-RIG-2 | Rigid board, 2 in, 4 x 8 | sheet | 36.50
IN-TAP | Seam tape | roll | 14.20
IN-HAT | Hatch cover | each | 57.00
IN-RUL | Depth rulers, 25 | pack | 11.00
IN-STA | Staples, 5,000 | box | 8.20
IN-ACO | Acoustic sealant | tube | 8.90
IN-MAC | Blowing machine, day | day | 95.00 | equipment
IN-BAT-R15 | Batt, R-15, 15 in | pack | 62.00
IN-BAT-R49 | Batt, R-49, 16 in | pack | 98.00
IN-MIN-R15 | Mineral wool batt, R-15 | pack | 71.00
IN-MIN-R23 | Mineral wool batt, R-23 | pack | 88.00
IN-XPS-2 | Foam board, 2 in, 4 x 8 | sheet | 43.00
IN-PIR-1 | Foil-faced board, 1 in, 4 x 8 | sheet | 28.50
IN-PIR-3 | Foil-faced board, 3 in, 4 x 8 | sheet | 71.00
IN-DAM-24 | Attic access cover | each | 92.00
IN-TAP-FOI | Foil tape, 150 ft | roll | 17.80
IN-FAN-DCT | Insulated duct, 4 in, 25 ft | roll | 39.00
IN-RUL-ATT | Attic rulers, 25 | box | 16.50
IN-MRK-DEP | Depth markers, 100 | box | 22.00
IN-BLW-DAY | Blowing machine | day | 95.00 | equipment
`,
	`
# Attic, blown cellulose to R-49 | Sealed, baffled and blown to sixteen inches of cellulose, with rulers to show it.
IN-BAF | perimeter | 1/4 | 5 | 1 | Prepare | A baffle every other bay at the eaves.
IN-CAN | floor | 1/350 | 0 | 1 | Prepare | Plates, wires and pipes.
work: Seal the attic floor | floor | 1/300 | 0 | 0.25 | Prepare | Clear to walk, no storage.
IN-CEL-BAG | floor | 1/18.6 | 3 | 1 | Blow | Bag chart for R-49, settled.
IN-RUL | floor | 1/2000 | 0 | 1 | Blow | A ruler every 300 sq ft.
IN-MAC | floor | 1/1800 | 0 | 1 | Blow | A machine day for 1,800 sq ft.
work: Blow | floor | 1/260 | 0 | 0.25 | Blow | Two people with hose and machine.
IN-HAT | count | 0/1 | 0 | 1 | Blow | Is the hatch covered?
# Attic, blown fiberglass to R-49 | Blown fiberglass, dust-free and light.
IN-BAF | perimeter | 1/4 | 5 | 1 | Prepare | Every other bay.
IN-FBG-BAG | floor | 1/41 | 3 | 1 | Blow | Bag chart for R-49.
work: Blow | floor | 1/300 | 0 | 0.25 | Blow | Two people.
# Walls, batts R-13 | Batts cut to fit, split around wires, faced to the warm side.
IN-BAT-R13 | walls | 1/88 | 5 | 1 | Batts | 16 in centers, net of openings.
IN-STA | walls | 1/3000 | 0 | 1 | Batts | Faced batts.
work: Fit batts | walls | 1/130 | 0 | 0.25 | Batts | 8 ft walls, few wires.
# Walls, mineral wool | Mineral wool for quiet and fire.
IN-BAT-MW | walls | 1/60 | 5 | 1 | Batts | 16 in centers.
IN-ACO | perimeter | 1/40 | 0 | 1 | Batts | Two beads, top and bottom.
work: Fit batts | walls | 1/100 | 0 | 0.25 | Batts | Saw-cut.
# Rim board, closed-cell foam | Two inches of closed-cell foam at the rim board.
IN-FOA-CC | perimeter | 1/2000 | 10 | 0 | Foam | 2 board feet a foot of rim.
work: Spray the rim | perimeter | 1/45 | 0 | 0.25 | Foam | Suit-up and masking in the rate.
# Crawl space, sealed | Heavy vapor barrier, taped and carried up the walls.
IN-VAP-10 | area | 1/1000 | 15 | 1 | Barrier | 12 in up the walls.
IN-TAP | area | 1/400 | 0 | 1 | Barrier | Seams and piers.
work: Lay the barrier | area | 1/110 | 0 | 0.25 | Barrier | Crawling height of 3 ft.
`
);

export const SIDING = readTrade(
	'Siding',
	`
SD-VIN-D4 | Vinyl siding, double 4, 2 sq | box | 212.00
SD-VIN-J | J-channel, 12 ft | length | 8.40
SD-VIN-OC | Outside corner, 10 ft | length | 24.00
SD-VIN-ST | Starter, 10 ft | length | 7.20
SD-VIN-SOF | Vinyl soffit, 12 ft | length | 26.00
SD-FIB-LAP | Fiber-cement lap, 8 1/4 in, 12 ft | length | 14.60
SD-FIB-PAN | Fiber-cement panel, 4 x 8 | sheet | 62.00
SD-FIB-TRM | Fiber-cement trim, 1 x 4, 12 ft | length | 21.50
SD-FIB-NAI | Siding nails, 2,000 | box | 46.00
SD-CED-BEV | Cedar bevel, 6 in | ft | 2.20
SD-LP-LAP | Engineered lap, 8 in, 16 ft | length | 21.80
SD-WRAP | House wrap, 9 x 150 ft | roll | 168.00
SD-TAPE | Wrap tape | roll | 15.20
SD-FLS-WIN | Window flashing tape, 4 in x 75 ft | roll | 29.00
SD-FLS-Z | Z-flashing, 10 ft | length | 8.90
SD-CAU | Siding caulk | tube | 7.40
SD-FOA-38 | Leveling foam, 3/8 in, 2 sq | bundle | 58.00
SD-COI | Trim coil, 24 in x 50 ft | roll | 112.00
SD-BLK | Mounting block | each | 16.80
SD-PAI | Touch-up paint | quart | 24.00
SD-SHE | Wall sheathing, 7/16 in, 4 x 8 | sheet | 20.80
SD-BAT | Batten strip, 1 x 2, 8 ft | length | 4.30
SD-VIN-BB | Vinyl, board and batten | square | 148.00
SD-FBR-PNL | Fiber-cement panel, 4 x 10 | sheet | 61.00
SD-FBR-TRM | Fiber-cement trim, 5/4 x 4, 12 ft | length | 24.00
SD-CED-SHG | Cedar shingles, 25 sq ft | bundle | 104.00
SD-ENG-LAP | Engineered wood lap, 8 in, 16 ft | length | 21.50
SD-MTL-PAN | Metal wall panel, 36 in | ft | 4.60
SD-FRT-10 | Furring, 1 x 3, 10 ft | length | 4.80
SD-BLK-LGT | Light block | each | 9.80
SD-BLK-FAU | Faucet block | each | 8.90
SD-SOF-VNT | Soffit, vented, 12 ft | length | 19.40
SD-FAS-12 | Fascia cover, 12 ft | length | 23.00
SD-CLK-TUB | Caulk, color matched | tube | 9.20
SD-LFT-WK | Wall lift | week | 640.00 | equipment
`,
	`
# Vinyl siding | Vinyl siding over house wrap, with corners and channels.
SD-WRAP | walls | 1/1280 | 5 | 1 | Wrap | 9 ft rolls, 6 in laps.
SD-TAPE | walls | 1/900 | 0 | 1 | Wrap | Seams and windows.
SD-VIN-ST | perimeter | 1/10 | 5 | 1 | Siding | All around.
SD-VIN-J | perimeter | 1/9 | 8 | 1 | Siding | Tops; add for windows.
SD-VIN-D4 | walls | 1/200 | 10 | 1 | Siding | Net of openings.
work: Hang vinyl | walls | 2/100 | 0 | 0.25 | Siding | One story, pump jacks for two.
# Fiber-cement lap siding | Fiber-cement boards, blind nailed, joints flashed.
SD-WRAP | walls | 1/1280 | 5 | 1 | Wrap | 9 ft rolls.
SD-FIB-LAP | walls | 1/7 | 10 | 1 | Siding | 7 in exposure.
SD-FIB-NAI | walls | 1/900 | 0 | 1 | Siding | Blind nailed at 16 in.
SD-CAU | walls | 1/250 | 0 | 1 | Siding | Butts flashed, trim caulked.
work: Hang fiber cement | walls | 4/100 | 0 | 0.25 | Siding | Cut outside with dust control.
# Board and batten | Panels with battens at sixteen inches.
SD-FIB-PAN | walls | 1/32 | 8 | 1 | Siding | Joints under battens.
SD-BAT | walls | 1/10.5 | 8 | 1 | Siding | Battens at 16 in.
SD-FLS-Z | perimeter | 1/10 | 5 | 1 | Siding | Horizontal joints.
work: Hang panels | walls | 3.4/100 | 0 | 0.25 | Siding | One story.
# Engineered lap siding | Engineered wood lap siding, primed and sealed at cuts.
SD-LP-LAP | walls | 1/9.3 | 10 | 1 | Siding | 7 in exposure, 16 ft boards.
SD-FIB-NAI | walls | 1/1000 | 0 | 1 | Siding | At studs.
work: Hang lap siding | walls | 3/100 | 0 | 0.25 | Siding | Cuts sealed in the rate.
# Window, flashed and trimmed | The opening is flashed in the right order and trimmed.
SD-FLS-WIN | count | 1/5 | 0 | 1 | Trim | Fifteen feet a window.
SD-FIB-TRM | count | 1.5/1 | 10 | 1 | Trim | 3 x 5 ft window.
work: Flash and trim | count | 1.5/1 | 0 | 0.25 | Trim | Window set already.
`
);

export const DRYWALL = readTrade(
	'Drywall',
	`
DW-12-48 | Board, 1/2 in, 4 x 8 | sheet | 13.90
DW-12-412 | Board, 1/2 in, 4 x 12 | sheet | 20.80
DW-58-48 | Board, 5/8 in, fire, 4 x 8 | sheet | 17.60
DW-MR-48 | Board, moisture, 1/2 in, 4 x 8 | sheet | 19.40
DW-CEM-35 | Cement board, 1/2 in, 3 x 5 | sheet | 15.20
DW-MUD-AP | Joint compound, all-purpose, 4.5 gal | pail | 21.00
DW-MUD-LT | Joint compound, light, 4.5 gal | pail | 22.50
DW-MUD-45 | Setting compound, 45 min | bag | 14.80
DW-TAP-P | Paper tape, 500 ft | roll | 6.90
DW-TAP-M | Mesh tape, 300 ft | roll | 9.80
DW-BEA-10 | Corner bead, 10 ft | length | 4.90
DW-BEA-J | J-bead, 10 ft | length | 5.20
DW-SCR-1 | Screws, 1 1/4 in, 5 lb | box | 19.80
DW-SCR-2 | Screws, 1 5/8 in, 5 lb | box | 20.60
DW-ADH | Panel adhesive | tube | 6.80
DW-SAN | Sanding sheets, 50 | pack | 16.00
DW-PRI | Drywall primer, 5 gal | pail | 74.00
DW-RES | Resilient channel, 12 ft | length | 8.60
DW-STU-35 | Steel stud, 3 5/8 in, 10 ft | length | 9.40
DW-TRK-35 | Steel track, 3 5/8 in, 10 ft | length | 9.10
DW-PLA | Floor protection, 3 x 100 ft | roll | 58.00
DW-SHT-14 | Board, 1/4 in, 4 x 8 | sheet | 15.20
DW-SHT-58X | Board, 5/8 in, fire-rated, 4 x 12 | sheet | 25.80
DW-SHT-MR | Board, moisture resistant, 4 x 8 | sheet | 18.90
DW-CEM-BRD | Cement board, 3 x 5 | sheet | 14.60
DW-CRN-BUL | Corner bead, rounded, 10 ft | length | 7.90
DW-TRM-J | J-trim, 10 ft | length | 4.20
DW-TRK-25 | Track, 2 1/2 in, 10 ft | length | 8.80
DW-STD-35 | Stud, steel, 3 5/8 in, 10 ft | length | 10.60
DW-SND-PAD | Sanding screens, 25 | box | 24.00
DW-TEX-40 | Texture, 40 lb | bag | 19.80
`,
	`
# Walls, 1/2 in board, level 4 | Board hung, taped, three coats, sanded for flat paint.
DW-12-48 | walls | 1/32 | 10 | 1 | Hang | Net of openings, 8 ft walls.
DW-SCR-1 | walls | 1/1000 | 0 | 1 | Hang | 16 in centers.
work: Hang board | walls | 1/70 | 0 | 0.25 | Hang | Boards in the room already.
DW-TAP-P | walls | 1/1250 | 0 | 1 | Finish | 0.4 ft a square foot.
DW-MUD-AP | walls | 1/450 | 0 | 1 | Finish | Three coats.
DW-BEA-10 | walls | 0/100 | 0 | 1 | Finish | Outside corners: count the lengths.
work: Tape and finish | walls | 1/60 | 0 | 0.25 | Finish | Three coats, one sanding.
# Ceiling, 1/2 in board | Ceiling board, screwed and finished to level 4.
DW-12-412 | ceiling | 1/48 | 10 | 1 | Hang | Long boards, fewer butts.
DW-SCR-1 | ceiling | 1/800 | 0 | 1 | Hang | 12 in in the field.
work: Hang ceiling | ceiling | 1/48 | 0 | 0.25 | Hang | With a lift, to 9 ft.
DW-MUD-AP | ceiling | 1/450 | 0 | 1 | Finish | Three coats.
work: Tape and finish | ceiling | 1/50 | 0 | 0.25 | Finish | Overhead.
# Fire board, 5/8 in | Fire-rated board, joints taped.
DW-58-48 | walls | 1/32 | 10 | 1 | Hang | One layer, rated assembly by others.
DW-SCR-2 | walls | 1/900 | 0 | 1 | Hang | 12 in all around.
work: Hang board | walls | 1/58 | 0 | 0.25 | Hang | Heavier board.
DW-MUD-45 | walls | 1/500 | 0 | 1 | Finish | Fire tape only.
# Wet walls, cement board | Cement board in wet rooms, joints meshed and set.
DW-CEM-35 | walls | 1/15 | 10 | 1 | Hang | Tub and shower walls.
DW-SCR-1 | walls | 1/500 | 0 | 1 | Hang | 8 in centers.
DW-TAP-M | walls | 1/700 | 0 | 1 | Hang | All joints.
work: Set cement board | walls | 1/28 | 0 | 0.25 | Hang | Scored and snapped.
# Partition, steel stud | Steel studs at sixteen inches, board both sides by the wall recipe.
DW-TRK-35 | length | 2/10 | 5 | 1 | Frame | Top and bottom.
DW-STU-35 | length | 0.8/1 | 5 | 1 | Frame | 16 in centers and ends, to 10 ft.
work: Frame | length | 1/9 | 0 | 0.25 | Frame | Straight runs, slab floor.
`
);
