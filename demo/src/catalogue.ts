/**
 * The kinds of product of the invented world: family › sub-category › kind. Of a kind: silhouette, price in major
 * units, grams, sides in millimetres, a season, words that vary its titles.
 */
export interface Kind {
  family: string;
  branch: string;
  name: string;
  noun: string;
  silhouette: string;
  price: number;
  grams: number;
  sides: [number, number, number];
  season: Season;
  parts: string[];
  gated: boolean;
}
export type Season = 'even' | 'winter gifts' | 'summer' | 'spring' | 'autumn' | 'flash';

export const SEASONS: Record<Season, readonly number[]> = {
  even: [1.02, 0.97, 0.98, 0.97, 0.96, 0.95, 0.96, 0.98, 1.0, 1.03, 1.08, 1.1],
  'winter gifts': [0.8, 0.75, 0.78, 0.77, 0.78, 0.76, 0.78, 0.85, 0.95, 1.13, 1.75, 1.9],
  summer: [0.5, 0.55, 0.8, 1.1, 1.45, 1.65, 1.6, 1.35, 0.95, 0.75, 0.65, 0.65],
  spring: [0.75, 0.95, 1.45, 1.7, 1.5, 1.1, 0.85, 0.75, 0.75, 0.75, 0.75, 0.7],
  autumn: [1.1, 1.0, 0.85, 0.75, 0.7, 0.65, 0.65, 0.85, 1.15, 1.35, 1.5, 1.45],
  flash: [0.3, 0.25, 0.25, 0.25, 0.25, 0.25, 0.3, 0.4, 0.7, 1.6, 3.7, 3.75],
};

// kind name | noun | silhouette | price | grams | sides | season | parts
const TREE: Record<string, Record<string, string[]>> = {
  'Bookcraft & Paper': {
    Presses: [
      'Folding presses|folding book press|press|42|1650|300x220x90|even|spindle,plates,handle,hinge',
      'Nipping presses|nipping press|press|68|4200|320x260x180|even|screw,frame,handle,plate',
      'Leaf presses|flower and leaf press|press|26|900|220x220x80|spring|straps,layers,screws,plates',
    ],
    'Thread & Cord': [
      'Linen thread|linen thread set|reel|19|180|160x110x40|even|thread,reels,colours,knots',
      'Waxed cord|waxed cord set|reel|16|220|150x120x50|even|cord,wax,colours,ends',
    ],
    Sheets: [
      'Marbled paper|marbled paper pack|sheet|22|420|320x230x15|even|paper,colours,edges,pattern',
      'Endpapers|endpaper set|sheet|18|380|310x220x12|even|paper,grain,edges,weight',
    ],
    'Folding & Marking': [
      'Folders|bone folder pair|stick|17|90|190x60x15|even|tip,edge,finish,case',
      'Spacing dividers|spacing divider|stick|24|260|200x80x20|even|points,hinge,screw,case',
      'Corner jigs|corner rounding jig|press|29|600|170x120x70|even|lever,base,guide,punch',
    ],
  },
  'Miniatures & Models': {
    'Paint Storage': [
      'Paint racks|miniature paint rack|rack|34|1150|330x240x60|winter gifts|pots,wells,tiers,panels',
      'Paint drawers|paint drawer insert|rack|27|820|300x210x70|even|slots,insert,drawer,foam',
    ],
    Display: [
      'Plinths|display plinth set|plinth|28|540|180x120x90|even|finish,wood,base,plates',
      'Diorama bases|diorama base kit|plinth|33|880|260x200x60|even|base,edges,foam,lacquer',
      'Show cases|miniature show case|box|39|1500|300x200x200|even|doors,panels,lights,hinge',
    ],
    Handling: [
      'Painting handles|painting handle|stick|21|240|140x80x60|winter gifts|grip,clamp,spring,base',
      'Airbrush holders|airbrush holder|rack|30|700|180x140x120|even|clamp,arms,base,screw',
    ],
    Scenery: [
      'Tufts|grass tuft pack|sheet|15|110|200x140x20|even|glue,colours,tufts,backing',
      'Ruins|resin ruin set|box|36|650|240x180x80|winter gifts|casting,edges,detail,doors',
    ],
  },
  'Music Practice': {
    'Stand Extras': [
      'Stand lights|clip-on stand light|lamp|32|420|280x110x60|flash|clip,neck,battery,switch',
      'Page clips|page clip set|clip|14|120|140x90x30|even|spring,clips,coating,grip',
      'Stand trays|stand tray|tray|25|560|320x140x40|autumn|clamp,tray,liner,edge',
    ],
    'Practice Aids': [
      'Practice mutes|practice mute|cup|28|210|110x110x90|autumn|cork,tone,fit,cup',
      'Practice pads|drummer practice pad|disc|35|980|260x260x40|winter gifts|rubber,rim,rebound,base',
      'Finger rests|finger rest|stick|18|80|130x60x30|autumn|pad,screw,edge,finish',
    ],
    Care: [
      'Reed cases|reed case|box|23|160|120x80x25|autumn|latch,lining,slots,hinge',
      'Rosin|rosin block|disc|16|90|70x60x30|even|case,grip,dust,block',
    ],
    Scores: [
      'Manuscript pads|manuscript pad|sheet|15|430|310x230x12|autumn|paper,lines,binding,cover',
      'Score folders|score folder|folder|24|520|330x260x30|autumn|rings,pockets,spine,cover',
    ],
  },
  'Night Sky': {
    Charts: [
      'Star wheels|star wheel|disc|18|160|270x270x8|winter gifts|wheel,print,rivet,window',
      'Moon maps|moon map|sheet|20|240|420x60x60|winter gifts|print,paper,names,tube',
    ],
    Mounting: [
      'Eyepiece clamps|eyepiece clamp|clip|36|330|160x110x70|winter gifts|clamp,jaws,screw,ring',
      'Dew shields|dew shield|cup|29|280|260x200x20|autumn|felt,strap,seam,foam',
      'Balance weights|balance weight set|disc|31|1900|120x110x90|even|screw,finish,bar,weights',
    ],
    Observing: [
      'Eyepiece cases|eyepiece case|box|42|1350|340x250x110|even|foam,latches,handle,shell',
      'Red film|red filter film|sheet|13|60|220x150x5|autumn|film,edge,size,colour',
    ],
  },
  'Cycling & Touring': {
    Bags: [
      'Handlebar bags|handlebar bag|bag|44|620|260x200x120|summer|zip,straps,mount,seams',
      'Frame bags|frame bag|bag|38|380|420x150x60|summer|zip,straps,seams,lining',
    ],
    'Maps & Notes': [
      'Map holders|handlebar map holder|clip|27|240|240x180x30|summer|clamp,window,mount,cover',
      'Route clips|route card clip|clip|15|90|130x90x25|summer|clip,spring,strap,rubber',
    ],
    Fittings: [
      'Mudguards|mudguard set|guard|33|720|480x120x90|autumn|stays,bolts,rattle guard,mounts',
      'Rack straps|rack strap pair|strap|19|260|180x110x50|summer|buckle,elastic,hooks,webbing',
      'Bells|brass bell|cup|22|130|80x70x70|spring|spring,tone,mount,lever',
    ],
  },
  'Hedgerow Birds': {
    Feeders: [
      'Window feeders|window bird feeder|house|25|560|240x170x120|winter gifts|cups,tray,roof,perch',
      'Hanging feeders|hanging seed feeder|house|29|780|320x140x140|winter gifts|lid,perches,tray,hook',
      'Suet cages|suet cage|cage|17|360|180x150x60|autumn|latch,chain,mesh,coating',
    ],
    Nesting: [
      'Nest boxes|nest box|house|34|1600|300x190x170|spring|roof,hinge,hole,panels',
      'Nest wool|nest wool holder|cage|19|240|160x150x150|spring|wool,coil,hook,mesh',
    ],
    Observing: [
      'Bird notebooks|bird notebook|folder|18|320|210x150x20|winter gifts|paper,binding,cover,index',
      'Bird calls|wooden bird call|stick|16|60|90x50x30|winter gifts|tone,peg,wood,cord',
    ],
  },
  'Kites & Gliders': {
    Kites: [
      'Sled kites|sled kite|kite|24|210|700x90x60|summer|tail,line,sail,seams',
      'Box kites|box kite|kite|37|480|900x110x90|summer|spars,sail,bridle,joints',
      'Stunt kites|stunt kite|kite|46|520|950x110x80|summer|spars,lines,handles,sail',
    ],
    Line: [
      'Line winders|kite line winder|reel|21|310|240x120x60|summer|handle,line,spool,bearing',
      'Kite tails|kite tail set|strap|14|120|200x140x20|summer|colours,clips,seams,fabric',
    ],
    Gliders: [
      'Balsa gliders|balsa glider kit|plane|23|260|480x120x40|summer|wing,glue,tail,instructions',
      'Foam gliders|foam glider pack|plane|20|300|460x200x60|summer|wing,nose,foam,tail',
    ],
    Repair: ['Spar sets|kite spar set|stick|18|240|820x50x50|summer|tubes,joints,caps,ends'],
  },
  'Letters & Ink': {
    Pens: [
      'Dip pens|dip pen set|stick|26|210|200x110x30|winter gifts|nibs,holder,ink,case',
      'Nib tins|nib tin|box|19|90|90x60x20|even|nibs,tin,tips,flow',
    ],
    Ink: [
      'Ink stands|ink well stand|cup|35|640|160x120x80|winter gifts|lid,base,well,finish',
      'Ink samples|ink sample set|cup|29|380|170x120x50|winter gifts|colours,caps,vials,labels',
    ],
    Seals: [
      'Seal stamps|letter seal stamp|stick|22|190|110x70x50|winter gifts|handle,stamp,detail,thread',
      'Seal sets|letter seal set|box|31|450|190x150x50|winter gifts|wax,spoon,stamp,box',
    ],
    Paper: [
      'Letter pads|letter pad|sheet|17|360|220x160x15|even|paper,lines,binding,weight',
      'Writing slopes|folding writing slope|slope|58|2400|380x300x80|winter gifts|hinge,surface,stops,finish',
    ],
  },
  'Board Games': {
    Inserts: [
      'Card inserts|card tray insert|tray|24|420|290x200x60|winter gifts|slots,lid,fit,foam',
      'Token trays|token tray set|tray|27|480|240x160x50|winter gifts|lids,wells,magnets,finish',
    ],
    Cards: [
      'Card sleeves|card sleeve pack|sheet|13|260|120x90x50|winter gifts|sleeves,seams,clarity,fit',
      'Card holders|card holder set|clip|18|330|250x80x50|winter gifts|groove,angle,finish,wood',
    ],
    Dice: [
      'Dice towers|folding dice tower|tower|36|850|220x160x90|winter gifts|hinge,magnets,felt,ramp',
      'Dice trays|snap dice tray|tray|22|340|280x200x20|winter gifts|snaps,felt,corners,lining',
    ],
    Pieces: [
      'Pawns|wooden pawn set|box|20|290|160x110x40|winter gifts|paint,colours,bag,edges',
      'Game straps|game box strap set|strap|14|150|160x100x40|winter gifts|elastic,buckle,width,colours',
    ],
  },
  'Wool & Loom': {
    Looms: [
      'Tapestry looms|tapestry loom|loom|48|1800|520x380x60|winter gifts|pegs,heddle,frame,warp',
      'Peg looms|peg loom|loom|36|1200|480x120x70|autumn|pegs,base,holes,needle',
      'Inkle looms|inkle loom|loom|59|2600|620x180x150|autumn|pegs,tension,frame,joints',
    ],
    Spinning: [
      'Drop spindles|drop spindle|stick|22|130|300x80x80|autumn|hook,balance,shaft,whorl',
      'Skein winders|skein winder|reel|31|680|460x120x80|autumn|joints,arms,wood,pins',
    ],
    Winding: [
      'Yarn swifts|yarn swift|loom|52|1500|620x150x110|autumn|clamp,ribs,joint,spin',
      'Ball winders|ball winder|reel|38|950|240x180x140|autumn|crank,gears,clamp,cone',
    ],
    Dyeing: ['Dye sets|plant dye set|cup|33|620|220x180x70|summer|colours,jars,guide,labels'],
  },
  Beekeeping: {
    'Hive Parts': [
      'Frame spacers|frame spacer set|stick|21|480|250x140x60|spring|fit,spacers,plastic,edges',
      'Entrance reducers|entrance reducer|stick|17|320|400x60x40|spring|slide,wood,fit,nails',
      'Queen cages|queen marking cage|cage|15|90|110x80x60|spring|mesh,plunger,pins,foam',
    ],
    Records: [
      'Hive cards|hive record card set|folder|16|260|210x150x15|spring|ink,card,binding,cover',
      'Hive straps|hive stand strap|strap|24|520|200x140x60|spring|ratchet,webbing,hooks,edge',
    ],
    Apparel: ['Veils|beekeeping veil|bag|29|310|320x280x40|spring|mesh,zip,elastic,brim'],
  },
  Darkroom: {
    Trays: [
      'Developing trays|developing tray set|tray|34|1150|380x300x80|even|lip,spout,plastic,ribs',
      'Print tongs|print tong set|stick|15|160|240x70x30|even|tips,grip,spring,steel',
    ],
    Drying: [
      'Film clips|film clip set|clip|19|280|130x90x50|even|teeth,weights,spring,hook',
      'Print racks|print drying rack|rack|41|1700|420x300x60|even|mesh,feet,frame,screen',
    ],
    Light: [
      'Safelights|safelight lamp|lamp|45|720|200x160x130|even|filter,socket,cable,clamp',
      'Easel masks|easel mask|folder|52|1900|360x300x30|even|hinge,scale,blades,base',
    ],
    Storage: [
      'Negative sleeves|negative sleeve pack|sheet|18|540|290x240x30|even|sleeves,clarity,rings,seams',
      'Print boxes|archival print box|box|30|820|310x250x50|even|lid,corners,card,label',
    ],
  },
};
const GATED = ['Beekeeping › Apparel', 'Darkroom › Light'];

export const FAMILIES = Object.keys(TREE);

export const KINDS: readonly Kind[] = Object.entries(TREE).flatMap(([family, branches]) =>
  Object.entries(branches).flatMap(([branch, kinds]) =>
    kinds.map((line): Kind => {
      const [name, noun, silhouette, price, grams, sides, season, parts] = line.split('|') as [
        string,
        string,
        string,
        string,
        string,
        string,
        Season,
        string,
      ];
      return {
        family,
        branch,
        name,
        noun,
        silhouette,
        price: Number(price),
        grams: Number(grams),
        season,
        parts: parts.split(','),
        sides: sides.split('x').map(Number) as [number, number, number],
        gated: GATED.includes(`${family} › ${branch}`),
      };
    }),
  ),
);

export const pathOf = (kind: Pick<Kind, 'family' | 'branch' | 'name'>): string =>
  `${kind.family} › ${kind.branch} › ${kind.name}`;

export const STYLES = [
  'travel',
  'large',
  'small',
  'classic',
  'two-in-one',
  'slim',
  'studio',
  'deluxe',
  'beginner',
  'hand-finished',
  'heavy-duty',
  'compact',
  'stackable',
  'adjustable',
  'modular',
  'plain',
  'traditional',
  'workshop',
];
export const MATERIALS = [
  'beech',
  'birch ply',
  'walnut',
  'oak',
  'brass',
  'steel',
  'aluminium',
  'cork',
  'felt-lined',
  'acrylic',
  'card',
  'linen',
  'leather',
  'maple',
  'ash',
  'cherry wood',
  'recycled plastic',
  'waxed canvas',
];
export const SIZES = [
  'A5',
  'A4',
  'set of 2',
  'set of 4',
  'set of 6',
  'set of 12',
  '8 pieces',
  '24 pieces',
  'in grey',
  'in dark green',
  'in ochre',
  'with pouch',
  'with box',
  'with guide',
  '15 cm',
  '20 cm',
  '30 cm',
  'pack of 3',
];
