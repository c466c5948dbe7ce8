export type SaidKind = 'gripe' | 'praise' | 'wish';
/** Whom a thing said is about: what must change for it to be said no more. */
export type About = 'product' | 'page' | 'delivery' | 'seller' | 'price';

/**
 * Something that buyers of physical products speak of. Wordings are regular expressions over a clause in small letters with
 * its short forms written out ("does not"); "…" stands for up to three words.
 */
export interface Concept {
  id: string;
  about: About;
  /** What it is called, and what is said of it when it is bad, good or wished for; {part} stands for the part. */
  name: string;
  bad: string;
  good: string;
  wish: string;
  /** Whether a theme is of one part of the product: a hinge that breaks is another theme than a strap that does. */
  byPart: boolean;
  /** Words that say no more than that it is spoken of. */
  topic: string[];
  /** What happens, or is so, when it is bad. */
  gripes: string[];
  praises: string[];
}

/** Parts of a text at its upright strokes, those within brackets left alone. */
const alternativesOf = (text = ''): string[] => {
  const found = [''];
  let depth = 0;
  for (const sign of text) {
    depth += sign === '(' ? 1 : sign === ')' ? -1 : 0;
    if (sign === '|' && depth === 0) found.push('');
    else found[found.length - 1] += sign;
  }
  return found.map((w) => w.trim()).filter(Boolean);
};

const concept = (
  id: string,
  name: string,
  says: [bad: string, good: string, wish: string],
  words: { topic?: string; gripes?: string; praises?: string },
  { about = 'product', byPart = false }: { about?: About; byPart?: boolean } = {},
): Concept => {
  return {
    id,
    name,
    about,
    byPart,
    bad: says[0],
    good: says[1],
    wish: says[2],
    topic: alternativesOf(words.topic),
    gripes: alternativesOf(words.gripes),
    praises: alternativesOf(words.praises),
  };
};

/** What buyers of physical products speak of. Our own list, no source. */
export const CONCEPTS: readonly Concept[] = [
  concept('leaks', 'tightness', ['Lets water through', 'Stays tight', 'Should be tighter'], {
    topic: 'seals?|watertight|moisture|watertightness',
    gripes:
      'leak\\w*|drip(?:s|ped|ping)?|spill\\w*|dribbl\\w+|seep\\w*|let(?:s|ting)? … (?:liquid|water|rain|soup|milk|juice|oil) … (?:in|out|through)|(?:water|rain|liquid|soup) … (?:goes|comes|gets|runs|went|came|got) … (?:through|in|out)|soak(?:s|ed|ing)?|wet (?:to the skin|inside|through)|ran out|ooz\\w+|trickl\\w+|drops of|puddles?|damp inside|moist inside|not (?:water ?(?:proof|tight)|leak ?proof)|rain … (?:in|through)|water (?:inside|in it)|overflow\\w*|run(?:s|ning)? down the (?:side|outside)s?|runs? (?:out|over)|escapes?|pours? (?:out|everywhere)|drench\\w+|not seal(?:ed)?|does not seal|poor seal|wet (?:bag|patch|feet|floor|clothes)|gets? (?:wet|damp)',
    praises:
      'leak ?proof|water ?proof|water ?tight|spill ?proof|stays? (?:bone )?dry|(?:was|is|were) bone dry|keeps? … dry|keeps? the rain out|seals? tight(?:ly)?|stays? shut|no (?:drips|leaks|spills)|pours? (?:neatly|cleanly|well)|not a (?:single )?drop|kept … dry|repels|sheds water|beads? (?:up|off)|water ?resistant|airtight|sealed well|good seal|spill free|drip free|stay(?:s|ed)? dry',
  }),
  concept(
    'temperature',
    'temperature',
    ['Does not keep the temperature', 'Keeps the temperature', 'Should keep the temperature longer'],
    {
      topic: 'insulat\\w+|thermal|heat|warmth|degrees|ice|fleece',
      gripes:
        'luke ?warm|tepid|(?:was|were|is|gets?|got|goes|went) … (?:stone |ice )?cold|goes? cold|cool(?:s|ed) … (?:fast|quickly|down too)|room temperature|barely (?:warm|hot|cool|cold)|not (?:hot|warm|cold|cool)(?: enough)?|(?:heat|cold|warmth) (?:is |was )?(?:gone|lost|escapes)|loses? (?:heat|its heat|warmth)|overheats?|freez(?:es|ing)|sweat\\w*|too (?:hot|cold|warm)|chilly|takes? (?:ages|forever|long) to (?:heat|warm|cool|boil)|melted|does not (?:heat|warm|cool|keep)',
      praises:
        'stay(?:s|ed)? … (?:warm|hot|cold|cool)|keep(?:s|ing)? … (?:warm|hot|cold|cool)|kept … (?:warm|hot|cold|cool)|still … (?:hot|warm|cold|cool|steaming|frozen)|(?:properly|piping|nice and) (?:hot|warm)|shivers? no more|breath(?:es|able)|hot at (?:lunch|noon)|toasty|cozy|piping hot|ice cold|(?:hot|cold|warm) (?:for|after|until) (?:\\w+ )?(?:hours?|lunch|noon|evening|day)|holds? (?:heat|its heat|temperature|the heat)|retains? … heat|heats? (?:up )?(?:quickly|fast|evenly|well)|cools? (?:well|nicely)|warm and|ice (?:was )?still|insulates? well|keeps? (?:me|us|him|her|my \\w+) warm',
    },
  ),
  concept('smell', 'smell and taste', ['Smells', 'No smell', 'Should not smell'], {
    topic: 'smell\\w*|odou?rs?|taste\\w*|scent|fumes|fragrance|perfume|aroma|whiff|vapou?rs?|flavou?r',
    gripes:
      'stinks?|stank|stench|reeks?|stinking|smells? (?:awful|bad|terrible|horrible|strongly|chemical|burnt|of (?:plastic|petrol|glue|rubber|fish|paint|chemicals))|(?:chemical|rubber|burnt|plastic|musty|nasty|bad|strong|awful|weird|funny) (?:smell|odou?r|taste)|(?:odou?r|smell|taste) … (?:straight from|went into|that|will not)|tastes? of (?!oak)|taste it|smelly|foul|musty|pungent|acrid|nauseat\\w+|(?:awful|horrible|terrible|strong|chemical|nasty|overpowering|weird|bad|plasticky|rubbery|burning|off) (?:smell|odou?r|fumes|scent|stench|whiff)|whiffs?|fumes|smells? (?:like|so|really|very|a bit|horribly|disgusting|rotten|off|musty|mouldy|stale|burning)|smelt|(?:taste|flavou?r)s? (?:like|of|awful|bad|strange|metallic|funny)|metallic|air(?:ed|ing)? (?:it|them)? ?out|had to air|absorbs? (?:smells|odou?rs)|lingers?|aftertaste|rancid|stale|mildew',
    praises:
      'smells? of (?:oak|wood|pine|lavender)|smells? (?:nice|good|lovely|great|fresh)|odou?rless|no (?:smell|odou?r|taste|chemical smell|aftertaste)|smells? (?:amazing|wonderful|heavenly|divine|fresh|nice|clean)|smelled nothing|neutral smell|does not smell|scent is (?:lovely|nice|subtle)|(?:lovely|beautiful|subtle|pleasant|gorgeous|fresh) (?:smell|scent|fragrance|aroma)',
  }),
  concept(
    'size',
    'size',
    ['{part} is not the size that was hoped for', '{part} has a good size', '{part} in another size'],
    {
      topic:
        'sizes?|height|width|depth|length|dimensions|capacity|(?:a )?(?:longer|shorter|wider|bigger|larger|smaller|deeper|taller) (?:one|neck|version|mouth|model)|bigger|smaller|larger|capacity|litres?|volume|inches|length|cord|centimet\\w+|reach(?:es)?|amount|portion|servings?|room inside|long|short',
      gripes:
        '(?:too|very|rather|really|so|bit|quite|much) (?:small|short|shallow|narrow|low|tiny|little|big|large|high|tall|wide|long)|(?:far|much|way) too (?:small|short|shallow|narrow|low|tiny|little|big|large|high|tall|wide|long)|smaller than|shorter than|tiny|expected … (?:twice as big|bigger|larger)|sticks? out|(?:held|holds) (?:more|less)|but small|shallow|only just fits?|millimet\\w+ (?:longer|shorter)|miniature|minuscule|doll|undersized|oversized|too (?:bulky|wide|deep)|not (?:big|large|long|wide|deep|tall|high|thick) enough|bigger than|larger than|wider than|longer than|thicker than|(?:only|barely|just) holds|holds (?:only|barely|very little|next to nothing)|does not hold (?:much|a lot)|half a (?:cup|mug|bottle|plate)|(?:reaches|reach) … (?:nowhere|far enough)|not reach|cramped|not much (?:room|space)|no room for|could be (?:bigger|longer|larger|wider|deeper)|enormous|huge|massive|gigantic|for (?:dolls|ants|children|kids) only|postage stamp|thimble',
      praises:
        '(?:perfect|right|ideal|good|great|exact|just the right|correct) (?:size|height|length|width|depth)|(?:wide|big|large|deep|long|tall|high|roomy|small|short) enough|roomy|spacious|the right height|generous|plenty of (?:room|space)|ample|lots of (?:room|space)|holds (?:a lot|plenty|loads|tons|everything|so much)|size is (?:perfect|right|good|great|ideal)|nice(?: and)? (?:big|large|long|wide|deep|compact)|not too (?:big|small|long|short|wide)|big enough|compact size|tiny footprint|takes? (?:up )?(?:little|hardly any) (?:space|room)|nothing (?:hangs|sticks) (?:over|out)|well sized|decent size',
    },
    { byPart: true },
  ),
  concept(
    'fit',
    'fit',
    ['{part} does not fit', '{part} fits', '{part} should fit better'],
    {
      topic: 'fits?|fitted|fitting|cut|adjust\\w*|sits?|sizing|size up|size down|waist|collar|sleeves?|legs?|neck',
      gripes:
        '(?:runs?|comes? up) (?:small|large|big|short)|(?:does|do|did|will|would|could) not … (?:fit|match|line up|sit straight|close it|go (?:in|on|over))|not … (?:match|sit straight)|too (?:tight|loose|narrow)|(?:keeps|kept) falling|will not close|wrong place|do not match|ill ?fitting|baggy|snug|(?:too|so) (?:tight|loose|narrow|wide) (?:for|around|on|in|at|that)|pinches at|gapes?|rides? up|falls? (?:off|down)|slips? (?:off|over)|would not (?:fit|go)|did not (?:fit|go on)|not (?:fit|fitting)|unfit|misaligned|does not line up|off cent(?:er|re)|not (?:straight|flush|level|square)|size(?:s)? (?:up|down)|squashed|squeez\\w+|had to (?:cut|trim|file|force)|wrong size|(?:loose|tight) fit',
      praises:
        'fits? (?:well|perfectly|like|exactly|snugly|upright|him|her|my|nicely)|sits? (?:like a glove|so well|well|perfectly)|true to size|like a glove|lined up|this one fits|long enough in the|adjusts? everywhere|suits|leaves … free|fit(?:s|ted)?(?: (?:really|so|very))? (?:well|perfectly|great|nicely|snugly|exactly|just right|beautifully|fine)|perfect fit|good fit|great fit|snug fit|fits? (?:my|our|his|her|the|in|between|over|under|into|on|all|any|most|every)|flush|slots? (?:in|into)|sits? (?:nicely|flat|flush|snugly|right|comfortably|beautifully)|adjustable|adjusts',
    },
    { byPart: true },
  ),
  concept(
    'closure',
    'opening and closing',
    ['{part} is hard to open', '{part} opens and closes easily', '{part} should open more easily'],
    {
      topic:
        'lids?|caps?|zips?|buttons?|closure|clasp|zipper|snap|snaps|velcro|buckles?|drawstring|cork|flap|latch|screw top',
      gripes:
        '(?:get|got|open|unscrew|undo) … open|(?:can|could|will|would) not (?:open|undo|unscrew|budge|get it open)|(?:lid|cap|zip|top|cover)\\w* (?:is |was |gets? )?stuck|not budge|(?:need|needs) … (?:pliers|strong hand|strong hands)|sucked down|(?:so|too) tight that|screws? on so tight|neither … open|jammed|hard to (?:open|close|shut|unscrew|zip|undo|fasten)|difficult to (?:open|close|shut|undo|fasten)|(?:impossible|struggl\\w+|fight\\w*|battle) … (?:open|close|undo|shut|lid|zip)|(?:can|could|will|would|does|do|did) not (?:close|shut|fasten|zip|open|stay closed)|stuck shut|zip (?:sticks|catches|jams|broke|stuck)|pops? open|opens? by itself|needs? (?:both|two) hands|vacuum|wrestle|pry',
      praises:
        'gets? the (?:lid|cap|top) off|easy … to open|opens? (?:easily|without|with one hand)|easy to (?:close|shut|open|put on)|(?:quick|easy) to put on|without a fight|(?:opens?|closes?|shuts?|fastens?|zips?) (?:easily|smoothly|well|securely|with|in a)|pops? (?:off|on|open) (?:and|with|easily)|easy (?:to )?(?:open|close|fasten|zip|undo|unscrew)|one (?:hand|finger)|clicks? (?:shut|into place|in place|closed)|stays? closed|secure (?:lid|closure|zip)|lid (?:is|was) (?:tight|secure|easy)',
    },
    { byPart: true },
  ),
  concept(
    'holds',
    'hold',
    ['{part} does not hold', '{part} holds', '{part} should hold better'],
    {
      topic:
        'grip\\w*|clamp\\w*|strength|hook|magnet|suction|adhesive|glue|stick|fastener|clip|bracket|anchor|non ?slip',
      gripes:
        'slips? (?:out|off|down|again)|slip(?:s|ped|ping)?|slid(?:es?|ing)?(?: off| in| about| round| down)?|(?:does|do|did|will|would|can|could) not … (?:hold|catch|grip|stay|stick|hold on)|no (?:grip|hold|strength)|comes? undone|(?:fastener|clip|buckle|catch|velcro)\\w* opens|gives? (?:up|way)|weak (?:grip|hold)|droop\\w*|sinks? slowly|sag(?:s|ged|ging)?|shifts? about|hangs? under|pulled out|(?:came|come) (?:crashing |tumbling )?down|fell (?:down|off)|fell after|crashed|tore out|bow(?:s|ed)|barely grips|slipp(?:y|ery)|skid\\w*|drift\\w*|slither\\w*|falls? (?:off|down|over)|fell (?:off|over|down|again)|drops? (?:off|out)|come(?:s)? (?:down|undone|loose|unstuck)|came (?:down|undone|unstuck)|lost (?:its|the) (?:grip|hold|suction)|(?:does|do|did|will|would) not (?:stay|hold|stick|grip|support|carry|take)|not (?:strong|sticky|firm|tight) enough|loosens?|keeps? (?:slipping|falling|sliding|moving|coming|opening|turning)|(?:hands|feet|palms) … (?:slide|slip|drift)|moves? (?:around|about|with me|across)|travels across|creeps|bends? under|sags?|buckles? under|collaps\\w+|gives way|weak (?:magnet|clip|grip|suction|glue|clamp|spring)|peeled off the wall',
      praises:
        'hold(?:s|ing)?|stay(?:s|ed)? (?:put|there|in place)|grips?|sits? (?:firmly|tight|tightly)|firm(?:ly)? on|carr(?:y|ies) a lot|never slips|does not (?:slip|sag|move|bow|bend)|do not slip|not … of sag|strong enough|holds? (?:all|my|well|firmly|up)|as level as|non ?slip|grippy|(?:great|good|excellent|super|firm|strong|ace|amazing) (?:grip|hold|suction|clamp|magnet|traction)|grip is (?:\\w+ )?(?:good|great|ace|excellent|strong)|stay(?:s|ed)? (?:where|in|on|up|closed|fixed)|holds? (?:tight|firm|well|up|it|them|a lot|my|the|on|strong|heavy|its|securely)|secure(?:ly)?|no (?:slipping|sliding|slip|sag|movement)|not (?:budge|move|slip|slide)|does not (?:slide|fall|come off|come loose|loosen|budge)|takes? the weight|supports?|solidly|rock ?solid|sticks? (?:well|firmly)',
    },
    { byPart: true },
  ),
  concept(
    'stability',
    'stability',
    ['Wobbles', 'Stands firm', 'Should stand firmer'],
    {
      topic: 'stability|balance|base|feet|balance|frame|legs',
      gripes:
        'wobbl\\w+|rocks? (?:from|back)|unsteady|unstable|tips? (?:as|over|forward|easily)|tilt\\w*|sway\\w*|shak(?:y|es)|topples?|slop(?:ing|es)|sinks? into|rickety|lopsided|bows in the|wonky|unbalanced|top ?heavy|tippy|keels? over|tumbles?|fall(?:s)? over|fell over|tips? (?:over|up)|rock(?:s|ing)|shaky|teeter\\w*|not (?:stable|sturdy|steady|level|solid|rigid)|lurch\\w*|leans?|wobbles|jiggl\\w+|unstable|precarious|see ?saws?|lopsided|uneven legs',
      praises:
        'sturdy|solid|stable|rock solid|steady|rigid|stands? like|does not (?:wobble|rock|move|bend)|nothing moves|robust frame|sturd\\w+|stabl\\w+|steady|solid(?:ly)?(?: built)?|rock ?solid|rigid|no (?:wobble|wobbling|movement|give)|stands? (?:firm|firmly|steady|level|well)|well balanced|heavy duty|stout|built like',
    },
    { byPart: false },
  ),
  concept(
    'breaks',
    'breaking',
    ['{part} breaks', '{part} withstands a lot', '{part} should be stronger'],
    {
      topic: 'broken|crack|cracks|strength',
      gripes:
        'br(?:oke|eaks?|oken)|snap(?:s|ped)|crack(?:s|ed)?|(?:came|come|comes|fell|falls|tore|torn|ripped|sheared|jumped|pulled) (?:off|away|apart|out)|(?:came|come|comes) loose|ripped|tear as|torn|split|burst|bent|buckled|stopped (?:working|responding)|fell apart|wore out|shattered|broken|break(?:s|ing)?|smash(?:ed|es)|shatter\\w*|fractur\\w+|chipped|dented|bent|snapp(?:ed|ing)|split(?:s|ting)?|burst(?:s)?|collapsed|disintegrat\\w+|crumbl\\w+|tore|torn|rip(?:s|ped|ping)?|hole(?:s)? (?:in|after|already|appeared)|(?:stopped|quit|ceased) (?:working|functioning|charging|turning|responding|altogether)|(?:no longer|does not|will not|would not) (?:work|works|turn|turns|start|charge|switch)(?: on)?|died|packed (?:it )?in|gave up the ghost|kaput|bust(?:ed)?|faulty|defective|malfunction\\w*|failed|fail(?:s|ing)?|unravel\\w*|unstitch\\w*|stitch\\w+ (?:came|come|is|are|has) (?:undone|loose|apart)|went right through|cut out|conked out|fell to (?:bits|pieces)|pulled apart|useless after',
      praises:
        'survived|unbreakable|indestructible|(?:fell|dropped) … (?:still|times)|still (?:working|works|going)|takes? a (?:knock|beating)|unbreakable|not (?:broken|break)|tough|hard ?wearing|shatter ?proof|(?:dropped|drop|fell) (?:it )?(?:several|many|twice|a few|countless)|bomb ?proof|takes? (?:abuse|a hammering)|withst\\w+|resilient',
    },
    { byPart: true },
  ),
  concept(
    'durability',
    'wear over time',
    ['{part} does not last', '{part} lasts', '{part} should last longer'],
    {
      topic: 'lifespan|lifetime|long ?lasting|wear|lifespan|ages?|months? of use|years? of use',
      gripes:
        'rust\\w*|wears? (?:out|off|thin)|worn (?:out|through)|fad(?:es?|ed|ing)|bleached|gone flat|lasted (?:a|one|two|three|only|just) (?:day|week|month|fortnight)s?|after (?:a|one|two|three|four|six) (?:day|week|month|wash|fortnight)(?:e?s)? … (?:thin|flat|dead|dark|loose|gone)|went dark|(?:pump|motor|engine|unit|thing|it|battery|screen|light) (?:died|packed up|gave (?:up|out)|conked out|burn(?:t|ed) out)|packed up after|died (?:after|on|within|in)|gave (?:up (?:after|the ghost)|its last)|kicked the bucket|lasted (?:me )?(?:exactly |all of |just |only |barely |about )?(?:\\d+|two|three|four|five|six|seven|eight|nine|ten|twelve) (?:days|weeks|months|uses|washes)|second one … (?:died|broke|gone)|(?:second|third|fourth) (?:pump|motor|one|pair) in (?:a|one|two|three)|nothing left (?:of|on|in)|worn (?:smooth|bare)|does not last|frays?|deteriorat\\w+|wor(?:e|n)(?: \\w+)? (?:out|down|thin|through|off|away|already)|wear(?:ing|s)? (?:out|off|thin|down|away)|(?:went|gone|going|became|becomes?) (?:flat|thin|limp|dull|yellow|brown|brittle|saggy|hard|bobbly)|yellow(?:ed|ing)|pill(?:s|ing|ed)|bobbl\\w+|frayed|fraying|discolou?r\\w*|tarnish\\w*|corro\\w+|shr(?:ank|unk|inks?)|(?:did|does|do|will) not last|(?:only )?lasted (?:\\w+ )?(?:weeks?|months?|days?|washes|uses)|short ?lived|already (?:\\w+ )?(?:worn|flat|coming|falling|faded|frayed|thin|gone|broken)|flat already|flattened|dents that|lost (?:its|their) (?:shape|colou?r|bounce|shine)|after (?:a|one|two|three|four|five|six|ten|only|just|a few|a couple of) (?:\\w+ )?(?:days?|weeks?|months?|wash(?:es)?|uses?|wears?)',
      praises:
        '(?:a|two|three|second|third|several) (?:year|season|winter|summer)s? (?:on|of|outdoors|later)|like new|as new|spotless after|not a (?:scratch|mark)|still (?:shines|looks|holds)|lasts|daily use|used every|durable|last(?:s|ed)? (?:for )?(?:years|ages|long|forever|well|a lifetime)|still (?:going|perfect|great|good|like|as|in|looks|looking|works|working|strong)|held up|holding up|holds up|(?:months|years|weeks) (?:later|on|of|in) (?:\\w+ )?(?:still|daily|use|and)|wears well|stood the test|no (?:signs? of|sign of) (?:wear|tiring|rust|fading|damage)|not (?:worn|faded|rusted|frayed|yellowed)|good as new|same as (?:the )?(?:day|first)|every (?:day|morning|night|week) (?:for|since)|(?:six|several|many|five|ten|two) (?:months|years)',
    },
    { byPart: true },
  ),
  concept(
    'finish',
    'surface and finish',
    ['Surface is poorly finished', 'Well finished', 'Should be finished better'],
    {
      topic:
        'finish|surface|paint|varnish|veneer|coating|print|edges?|sanded|lacquer|enamel|glaze|seams?|corners?|stitching|colour fast|dye',
      gripes:
        'flak\\w+|peel\\w*|chip(?:s|ped|ping)|rubb?(?:ed|s) off on|paint … (?:off|everywhere)|scratch(?:es|ed)? (?:right|on|across)|deep scratch|a scratch|splinter\\w*|raw|sticky|went dull|warped|coming away|veneer lifts|uneven|crooked|smudge\\w*|blotchy|peeling|flaking|chipping|specks?|bits of|shed(?:s|ding)(?: hair| fluff| bits| fibres)?|moult\\w*|bleed(?:s|ing)?|dye (?:came|comes|ran|runs)|colou?r (?:came|comes|rubs|ran|runs)|stain(?:s|ed) (?:my|the|our)|left (?:marks|stains|dye|residue)|rubb(?:s|ed|ing) off|coming off|scuff\\w*|burrs?|jagged|sharp edges?|unfinished|badly (?:painted|finished|sewn|cut)|loose threads?|threads? (?:hanging|loose)|sloppy|wrinkl\\w+|creas\\w+|curl(?:s|ed|ing)?(?: up)?|bubbl\\w+|scratches? (?:easily|so)|scratched|marks? easily|tacky|greasy|oily film|residue|not lie flat|will not lie flat',
      praises:
        'smooth|well finished|flawless|polished|beautifully (?:made|finished)|no (?:splinters|rough edges|scratches|sharp edges)|neat(?:ly)? (?:sewn|stitched|finished)|nicely (?:finished|sanded|painted)|clean edges|smooth (?:edges|finish|surface)|lies? flat|does not (?:scratch|chip|peel|stain)',
    },
  ),
  concept(
    'material',
    'material and make',
    ['{part}: poor material', '{part}: good material', '{part} of better material'],
    {
      topic:
        'material|quality|fabric|cloth|steel|plastic|wood|workmanship|stitching|leather|cotton|rubber|metal|bamboo|polyester|canvas|wool|made of|feel of it|craftsmanship|construction',
      gripes:
        'flimsy|(?:as )?thin as (?:a )?(?:bin bag|paper)|feels? (?:cheap|thin\\w*|like a knock|like a toy)|rubbish|poor quality|bad quality|cheap(?:ly)? made|knock ?off|not (?:real )?wood|shoddy|low quality|flims(?:y|ier)|plasticky|cheap (?:plastic|material|feeling|looking|quality|feel)|feels? (?:very |so |really |a bit )?(?:cheap|flimsy|plasticky|thin|poor)|(?:poor|bad|low|terrible|inferior|awful|questionable) (?:quality|material|workmanship|construction)|not (?:very )?(?:good|great|high|the best) quality|quality (?:is|was|has) (?:\\w+ )?(?:poor|bad|terrible|awful|gone|low|disappointing)|badly made|poorly (?:made|constructed|built)|tinny|scratchy (?:fabric|material|wool)|itchy|see ?through|paper ?thin|too thin|so thin|very thin|thin(?:ner)? (?:as|than|material|fabric|plastic|metal)',
      praises:
        '(?:good|great|nice|high|excellent|top|lovely) (?:quality|material|fabric|stitching)|quality … fine|real wood|solid (?:boards?|stitching|wood|steel)|thick steel|well made|robust|(?:good|great|nice|high|excellent|top|lovely|superb|amazing|decent|fantastic|premium|beautiful|outstanding) (?:quality|material|materials|fabric|stitching|workmanship|build|leather|wood|construction|craftsmanship)|quality (?:is|was) (?:\\w+ )?(?:good|great|excellent|superb|amazing|fine|outstanding|top|high|lovely)|well (?:made|built|constructed|sewn)|solidly built|feels? (?:solid|premium|substantial|expensive|luxurious|robust|sturdy|high quality|good quality)|thick (?:material|fabric|glass|metal|plastic|leather)|proper (?:wood|metal|leather|steel)',
    },
    { byPart: true },
  ),
  concept('weight', 'weight', ['Too heavy', 'Light', 'Should be lighter'], {
    topic: 'weigh(?:s|ed)?|weight|lighter|kilos?|pounds|grams|heft|load',
    gripes:
      'heav(?:y|ier)|weighs a (?:bit|lot|ton)|drags? … down|a chore to carry|carrying it … chore|heav(?:ier|iest)|(?:too|so|very|quite|rather|really) heavy|weighs? (?:a ton|too much|a lot|more)|lead|cumbersome|heft to|back ?breaking|workout|tires? (?:my|the) (?:arm|arms|shoulder|wrist)',
    praises:
      'light(?:weight)?(?: as)?|super light|weighs (?:nothing|next to)|feather|light ?weight|(?:so|very|really|nice and|super|incredibly|quite) light(?: weight)?(?!\\w)|featherweight|feather ?light|hardly (?:notice|feel)|barely notice|weighs? (?:hardly|almost|practically) (?:anything|nothing)|not (?:too )?heavy|easy to lift',
  }),
  concept(
    'portability',
    'carrying and storing',
    ['Awkward to carry or store', 'Easy to carry and store', 'Should be easier to store'],
    {
      topic:
        'stor(?:e|age|ing)|travel\\w*|carry(?:ing)?|pocket of my|suitcase|luggage|backpack|handbag|travel|camping|trips?|cupboard|drawer|shelf space',
      gripes:
        'bulky|takes? up (?:too much|a lot)|awkward to (?:carry|store)|unwieldy|takes? (?:up )?(?:a lot of|too much|so much|half the) (?:space|room)|too (?:bulky|big) (?:for|to) (?:the|my|a|store|carry|travel)|does not fold|will not fold|awkward to|hard to (?:carry|store|transport|pack)|not (?:portable|travel friendly)',
      praises:
        'folds? (?:flat|nicely|small|up|into)|takes? (?:no|little) (?:room|space)|easy to (?:put away|store|carry|pack)|collapses in a second|fits? in (?:my|the) (?:bag|pocket|boot)|small enough for|takes it everywhere|portable|compact|easy to (?:take|transport|move|fold|pack away|roll up|tuck)|rolls? (?:up )?(?:tight|small|neatly)|rolled (?:up|tight)|packs? (?:small|down|away|flat)|fits? (?:in|into) (?:\\w+ )?(?:suitcase|handbag|backpack|pocket|luggage|drawer|purse|glovebox|boot|bag)|great for (?:travel|travelling|camping|trips|holidays)|perfect for (?:travel|travelling|camping|trips|holidays)|goes everywhere|take it everywhere|no bigger than|stows?|folds? away|easily stored|space ?saving|space saver',
    },
  ),
  concept(
    'comfort',
    'comfort',
    ['{part} is uncomfortable', '{part} is comfortable', '{part} should be more comfortable'],
    {
      topic:
        'comfort|padding|cushion|foam|pad|knees?|back|joints?|wrists?|skin|cushioning|soft|ergonomic|hours? of wear',
      gripes:
        'hurts?|digs? into|rubs|chaf\\w+|sore|uncomfortable|hard as|feels like wood|too stiff to|pain(?:ful)?|un ?comf\\w*|not comf\\w*|scratchy|itch(?:y|es|ing)?|irritat\\w+|blisters?|pinch(?:es|ing)|numb|cramp\\w*|ach(?:e|es|ing|y)|sore|bruis\\w*|hard (?:as|on|to sit|seat)|lumpy|bumpy|no (?:padding|cushioning|cushion|support)|(?:feel|felt) every|pressure (?:point|on)|press(?:es)? (?:on|into)|cuts? into|digs? in|restrict\\w+|clammy|sticky on the skin',
      praises:
        'comfort(?:able|ably)?|comfy|thick and soft|without pain|pleasure|padded|gentle on|comf\\w+|cush(?:ion|y)\\w*|plush|squishy|springy|snuggl\\w+|cosy|cozy|fluffy|silky|velvety|soft(?:er|est)?(?: and| on| to)?|supportive|well padded|ergonomic|easy on (?:the|my) (?:knees|back|joints|hands|wrists|feet|skin)|lovely for my|(?:no|without) (?:pain|ache|soreness|rubbing|chafing|blisters)|relie(?:f|ves?)|joints? (?:adore|love|thank)|nice to (?:hold|touch|wear)|feels? (?:lovely|soft|wonderful|good|great|nice) (?:on|in|to|against)',
    },
    { byPart: true },
  ),
  concept(
    'mechanism',
    'moving parts',
    ['{part} moves badly', '{part} moves well', '{part} should move more easily'],
    {
      topic:
        'mechanism|hinge|spring|hinges?|springs?|wheels?|handle|pump|trigger|lever|switch|knob|dial|button|motor|gears?|rollers?|moving',
      gripes:
        'stiff|springs? back|jams?|fiddly to (?:open|close)|takes both hands|catches|grinds|jam(?:s|med|ming)?|stuck|seiz\\w+|stiff(?:er)?|hard to (?:turn|press|push|pull|move|fold|adjust|squeeze|operate)|difficult to (?:turn|press|push|pull|move|fold|adjust|operate)|(?:press|push|lean on|pull) … (?:hard|whole|force|several times)|clunky|catches|grind\\w*|temperamental|fiddly|awkward|finicky|does not (?:turn|spin|fold|click|catch|retract|roll)|will not (?:turn|spin|fold|click|retract|budge|roll)',
      praises:
        'runs? smoothly|glides?|moves? (?:freely|smoothly|easily)|smooth(?:ly)?(?: action| to)?|(?:turns?|spins?|rolls?|folds?|slides?|rotates?|swivels?|adjusts?) (?:smoothly|easily|freely|nicely|well)|easy to (?:turn|press|push|fold|adjust|use|operate|squeeze|handle)|effortless\\w*|clicks? (?:nicely|positively)|well oiled',
    },
    { byPart: true },
  ),
  concept(
    'assembly',
    'putting together',
    ['Hard to put together', 'Easy to put together', 'Should be easier to put together'],
    {
      topic:
        'assembl\\w+|install\\w*|mount\\w*|drill\\w*|put (?:it|them) (?:together|up)|set ?up|screws?|build|building|attach\\w*|fitting it',
      gripes:
        'fiddly|took two people|nightmare to|impossible to (?:assemble|put together)|hard to (?:assemble|put together|mount)|hours? to (?:assemble|build|put)|(?:hard|difficult|tricky|fiddly|nightmare|impossible|pain|complicated|frustrating|awkward) to (?:assemble|build|put|attach|set|install|mount|fit)|(?:assembly|set ?up|installation) (?:is|was) (?:\\w+ )?(?:hard|difficult|a nightmare|tricky|a pain|awful|complicated|fiddly)|holes? (?:do|did) not|pre ?drilled … (?:wrong|not)|took (?:me |us )?(?:hours|ages|forever|all day|two hours|three hours)|needs? two people|threads? (?:stripped|crossed)',
      praises:
        'no (?:tools|assembly)|easy to (?:mount|assemble|install|put up|put together)|up in (?:twenty|ten|five|thirty) minutes|in (?:an|one) hour|one hour for|out of the box|(?:easy|simple|quick|straightforward|a doddle|a breeze|effortless) (?:to )?(?:assemble|assembly|build|put together|set up|set ?up|install|installation|attach|mount)|(?:assembly|set ?up|installation) (?:is|was) (?:\\w+ )?(?:easy|simple|quick|straightforward|a breeze|a doddle)|ready (?:to use|in minutes|straight)|assembled in|took (?:me )?(?:\\w+ )?(?:minutes|no time)|in (?:\\w+ )?minutes|no (?:tools|assembly|drilling) (?:needed|required)?',
    },
  ),
  concept('instructions', 'instructions', ['Instructions are poor', 'Good instructions', 'Needs better instructions'], {
    topic:
      'instructions?|manual|leaflet|template|drawings|washing label|booklet|guide|diagram|directions|user guide|explanation|language',
    gripes:
      '(?:instructions?|manual|leaflet) … (?:missing|wrong|useless|no language|stamp|unclear|confusing|three)|no (?:washing label|instructions?|manual|leaflet)|not a scrap of paper|nowhere does it say|nothing tells you|no (?:instructions?|manual|directions|guide|explanation)|(?:instructions?|manual|directions|guide|booklet|diagram) (?:is|are|was|were)? ?(?:\\w+ )?(?:poor|useless|unclear|confusing|missing|terrible|tiny|vague|awful|hopeless|rubbish|not|in chinese|wrong|badly)|(?:unclear|confusing|poor|useless|vague|bad|terrible|missing|incomplete|tiny) (?:instructions?|manual|directions|guide|diagrams?|booklet)|languages? and|without (?:instructions?|a manual)|(?:had|have) to (?:guess|google|look it up|work it out|watch)|not explain\\w*|does not (?:say|tell|explain)|nowhere (?:does|is|to)',
    praises:
      '(?:clear|good|great) … (?:steps|instructions?|drawings|manual)|template … (?:great|good)|(?:clear|good|great|easy|simple|helpful|excellent|detailed) (?:to follow )?(?:instructions?|manual|directions|guide|diagrams?|booklet)|(?:instructions?|manual|directions|guide|booklet) (?:is|are|was|were) (?:\\w+ )?(?:clear|easy|good|great|helpful|simple|excellent)|easy to (?:follow|understand)|well explained',
  }),
  concept(
    'missing',
    'missing parts',
    ['Missing: {part}', 'Complete', 'Should come with {part}'],
    {
      topic: 'spare|included|parts?|pieces?|accessories|extra|replacement',
      gripes:
        'missing|(?:was|were|is|are) not (?:there|in the (?:box|bag|parcel))|not in the bag|(?:came|arrived|delivered|sent) without (?:any|a) \\w+$|came without|no cable|only (?:two|one)|got two|there (?:was|were|is) (?:none|no|one)|was none|missing|not (?:included|in mine|supplied|provided|there|in the package|come with)|(?:did|does) not (?:come with|include|have the|contain)|(?:was|were) not (?:in|included|there)|no (?:screws|batteries|cable|charger|lid|strap|bag|spare|accessories)|forgot\\w* to (?:include|pack)|left out|incomplete|short of|one (?:short|too few|less)|only (?:one|two|three|half)|came without|lacks|lacking|absent|empty (?:box|packet)|where (?:is|are) the',
      praises:
        'everything (?:was )?included|complete set|nothing missing|everything (?:is |was )?(?:included|there|you need|in the box)|comes? with (?:everything|a spare|spare|extra|all)|nothing (?:was )?missing|all (?:the )?(?:parts|pieces) (?:were|are) (?:there|included)|complete',
    },
    { byPart: true },
  ),
  concept(
    'picture',
    'what was shown',
    ['Not as pictured', 'Exactly as pictured', 'Pictures should show more'],
    {
      topic:
        'pictures?|photos?|screen|as shown|on the page|description|image|advert\\w*|listing|online|website|colou?r|shade|description|advertised',
      gripes:
        'not (?:what is|as) (?:shown|pictured|described)|(?:than|unlike) (?:shown|pictured|the (?:photo|picture)|on my screen|in the picture)|not the (?:same|brand|one)|picture misleads|misleading|wrong colou?r|more (?:yellow|red|blue|green|grey) than|looks? different|(?:nothing|not|isn t) like (?:the )?(?:picture|photo|image|description|advert)|(?:in|on) the (?:picture|photo|image|advert|listing|description)s? (?:it|there|they|the)|different (?:colou?r|shade|from|to|than|item|product|one|model)|wrong (?:colou?r|shade|item|one|model|product)|mislead\\w*|false(?:ly)? (?:advert\\w*|descri\\w*)|not (?:as|what|the) (?:advertised|described|pictured|shown|expected|ordered|in the)|(?:is|was|are|it is) not (?:red|blue|green|black|white|grey|pink|gold|silver|chrome|the colou?r)|(?:darker|lighter|duller|brighter|smaller|paler) than (?:in|on|the|shown|pictured|expected)|looks? nothing like|expected (?:\\w+ )?(?:better|it to|something)|photoshop\\w*|deceptive',
      praises:
        '(?:exactly )?as (?:shown|pictured|described)|exactly like the picture|nicer … than on the screen|same (?:colou?r|tone|green|blue|red) as|matches|(?:just|exactly|much) (?:like|as) (?:it|they|the|in|advertised|described|pictured|shown|expected)|as (?:advertised|described|pictured|expected|promised|shown)|true to (?:colou?r|the picture|description)|matches (?:the )?(?:picture|photo|description|colou?r)|(?:colou?r|colour) (?:is|was) (?:\\w+ )?(?:lovely|beautiful|gorgeous|great|exactly|just|perfect|vibrant|spot)|(?:like|as) it appears|better than (?:the )?(?:picture|photo|expected|in)|good colou?r|lovely colou?r|beautiful colou?r',
    },
    { about: 'page' },
  ),
  concept(
    'battery',
    'battery and charging',
    ['Battery is soon empty', 'Battery lasts', 'Should last longer on a charge'],
    {
      topic: 'batter(?:y|ies)|charg(?:e|es|ed|ing)|usb|recharge\\w*|mains|power|battery life|runtime',
      gripes:
        'empty again|holds a charge for|plugged in (?:every|each)|has to be plugged|charges? for ever|dies after|runs? (?:out|down|flat) (?:after|in|quickly)|drains?|battery (?:is|was|life|does|dies|died|drains|lasts|runs|went|will)? ?(?:\\w+ )?(?:short|poor|terrible|not|dead|dies|only|bad|flat|empty|useless|awful|rubbish|barely)|(?:does|do|did|will|would) not (?:charge|hold (?:a|its) charge|recharge)|runs? (?:out|flat)|goes? flat|flat (?:after|within|battery)|eats? batteries|constant(?:ly)? (?:charging|recharg\\w+)|takes? (?:ages|forever|hours|all night|too long) to (?:charge|recharge)|short battery|power(?:s)? (?:off|down)',
      praises:
        'lasts for (?:weeks|months|days|ages)|charge it once|battery is going strong|charges fine|charges? (?:quickly|fast)|going strong|(?:great|good|long|excellent|amazing|decent|fantastic|incredible) battery(?: life)?|battery (?:life )?(?:is|lasts|last|holds) (?:\\w+ )?(?:great|good|long|excellent|amazing|weeks|ages|all|for|well|forever|days)|holds? (?:a|its) charge (?:well|for)|charges? (?:in|up|really)? ?(?:quickly|fast|no time)|weeks (?:on|between) (?:one|a|charges)|once a (?:week|month|fortnight)',
    },
  ),
  concept('light', 'light', ['Light is poor', 'Good light', 'Light should be better'], {
    topic: 'lights?|brightness|shades|setting|bulbs?|led|leds|lumens|beam|glow|lamp|brightness|dimmer',
    gripes:
      'flicker\\w*|too bright|too dim|dim(?:mer)?(?: than)?|not (?:bright|light) enough|not (?:very )?bright|too (?:dim|dark|weak|harsh|bright|blue|yellow|cold)|very dim|dim(?:s|med)?|flicker\\w*|glar(?:e|es|ing)|dazzl\\w+|blind(?:s|ing)|weak (?:light|beam|glow)|harsh (?:light|white)|patchy light|barely (?:lights|any light)|uneven light',
    praises:
      'bright without|lights? (?:just|both|up|the page)|(?:warm|soft|even|gentle|good|clear) light|light is (?:gentle|warm|soft|even)|easy on the eyes|eyes do not tire|shows every|not dim|(?:very|really|super|nice and|so|plenty|good and) bright|bright enough|(?:lovely|nice|beautiful|good|great|soft|warm|cosy|pleasant|gentle|strong|clear) (?:light|glow|beam)|lights? (?:up )?(?:the|my|everything|well|whole)|well lit|perfect (?:brightness|light)|not (?:harsh|glaring|dazzling)|dimmable',
  }),
  concept('noise', 'noise', ['Noisy', 'Quiet', 'Should be quieter'], {
    topic: 'noise|sounds?|hear|sound|volume|decibels?|motor noise|din',
    gripes:
      'squeak\\w*|creak\\w*|rattl(?:es|ed|ing)|rustl\\w+|noisy|loud(?:ly)?|buzz\\w*|hums?|loud(?:er|est)?|nois(?:y|e|ier)|deafen\\w*|squeal\\w*|squeak(?:s|y|ing|ed)?|creak(?:s|y|ing|ed)?|rattl\\w*|clatter\\w*|clank\\w*|grating|grinding|hum(?:s|ming)|buzz(?:es|ing)?|whirr?\\w*|whin(?:e|es|ing)|drone|roar\\w*|racket|wakes? (?:the|everyone|up|me)|hear it (?:through|from|all|in)|clicks? (?:all|constantly|loudly)|beep(?:s|ing)|crinkl\\w+|rustl\\w+',
    praises:
      'quiet|silent|nothing rattles|noiseless|(?:very|so|really|super|whisper|nice and|quite|incredibly|wonderfully) quiet|quiet(?:er|ly)?|silent(?:ly)?|no (?:noise|sound|squeaks?|creaking|rattle|rattling)|not (?:loud|noisy)|hardly (?:hear|any noise)|barely (?:hear|audible)|whisper|does not (?:wake|squeak|creak|rattle)|noiseless',
  }),
  concept(
    'safety',
    'safety',
    ['{part} is dangerous', '{part} is safe', '{part} should be safer'],
    {
      topic: 'safety|stripe|reflect\\w+|risk|hazard|sharp|allerg\\w+|skin|visible|visibility|child ?safe',
      gripes:
        'danger\\w*|collapsed|gave way beneath|pinch\\w*|caught my|cut my|blood|too hot to touch|got hot|injur\\w+|would not trust|burnt smell|sharp|unsafe|danger(?:ous|ously)?|unsafe|hazard\\w*|risk(?:y|s)?|injur\\w+|hurt (?:my|him|her|our)|cut (?:my|his|her|myself)|bled|bleeding|burn(?:s|ed|t)? (?:my|his|her|me|our|the)|scald\\w*|shock(?:ed|s)?|electr\\w+ shock|sparks?|smok(?:e|ed|ing)|caught fire|fire|melt(?:s|ed|ing)|rash|allerg\\w+|irritated|itch and|chok\\w+|swallow\\w*|trap(?:s|ped)? (?:my|his|her|fingers)|sharp(?:er)? (?:edge|edges|point|corner|bits|as)|tripp\\w+|(?:got|gets|becomes|became) (?:\\w+ )?(?:too |very |extremely |really )hot|accident|toxic',
      praises:
        'rounded corners|does not mark|safe|safe(?:ly|r)?|visible|easily seen|bright(?:ly)? (?:coloured|reflective)|reflect(?:s|ive)(?: well| strip)?|no sharp|child ?(?:proof|safe|friendly)|peace of mind|feel(?:s)? safe|rounded (?:edges|corners)|non ?toxic',
    },
    { byPart: true },
  ),
  concept('cleaning', 'cleaning', ['Hard to clean', 'Easy to clean', 'Should be easier to clean'], {
    topic:
      'clean\\w*|dishwasher|wash\\w*|wipe|dust|clean|rinse|rinses|wash|hoover|scrub|crumbs|dirt|mud|grease|limescale|machine washable',
    gripes:
      'mould\\w*|hard to clean|impossible to clean|stain\\w*|cannot be (?:washed|cleaned)|(?:hard|difficult|pain|impossible|nightmare|awkward|tricky|fiddly|nuisance) to (?:clean|wash|rinse|scrub|dry|get clean|keep clean)|(?:can|could|will|does|do) not (?:clean|wash|come clean|wash out|be washed|be cleaned)|crust|scrub\\w* (?:and|for|hard|off|forever)|no sponge|burnt on|baked on|stain(?:s|ed|ing)?|marks? (?:is|are|will|do|does) (?:not|for)|dirt (?:sticks|gets|collects|trap\\w*)|attracts? (?:dust|hair|dirt|fluff|lint|crumbs)|hair(?:s)? (?:sticks?|stuck|everywhere)|(?:magnet for|magnet) (?:dust|hair|dirt)?|shows? (?:every|all|the) (?:mark|dirt|fingerprint|dust|stain)|mould(?:y)?|mildew|crevices?|traps? (?:dirt|food|water|crumbs)|hand wash only|not dishwasher',
    praises:
      'easy to (?:clean|wash)|no trouble to wash|comes? apart (?:with one|in one|easily|for (?:washing|cleaning))|(?:simple|easy|no effort) to (?:look after|care for|maintain)|washes well|comes? off under the tap|wipe it|dishwasher and come|easy (?:to )?(?:clean|wash|rinse|wipe|keep clean|cleaning)|easily (?:cleaned|washed|wiped)|clean(?:s|ed)? (?:up )?(?:easily|well|in|nicely|quickly)|wip(?:es?|ed|ing) (?:clean|down|off|away|easily)|wipe clean|rins(?:es?|ed) (?:out|off|clean|easily)|washe[sd] (?:well|up|nicely|beautifully|easily|out)|machine washable|dishwasher (?:safe|proof)|comes? (?:up|out) (?:clean|like new|lovely|perfect)|(?:damp )?cloth and|stain (?:resistant|proof|free)|does not (?:stain|show|attract)',
  }),
  concept('looks', 'looks', ['Does not look good', 'Looks good', 'Another look'], {
    topic: 'looks?|design|style|appearance|colou?rs|pattern|decor|aesthetic\\w*|shape|modern|colourful',
    gripes:
      'ugly|looks? (?:cheap|awful|terrible)|tasteless|hideous|ugl(?:y|ier)|unattractive|tacky|garish|drab|cheap looking|looks? (?:\\w+ )?(?:cheap|tacky|awful|horrible|ugly|odd|silly|ridiculous|worse|terrible|scruffy|nasty|plasticky)|eyesore|do not like the (?:look|colou?r|design)|boring|dated|hideous',
    praises:
      'looks? (?:great|lovely|good|nice|elegant|expensive|beautiful|fantastic|amazing|grown up|gorgeous)|pretty|beautiful|cute|stylish|elegant|handsome|neat|invisible|looks? (?:\\w+ )?(?:great|good|lovely|nice|fab|fabulous|amazing|beautiful|stunning|smart|sleek|classy|fantastic|gorgeous|elegant|expensive|cool|pretty|brilliant|perfect|cute|the part|attractive|modern)|gorgeous|stunning|sleek|classy|smart(?: looking)?|attractive|adorable|charming|fab(?:ulous)?|beautiful(?:ly)?|pretty|cute|stylish|elegant|compliment\\w*|eye ?catching|love the (?:colou?r|look|design|style|pattern|shape|print)|nice(?:ly)? (?:design|designed|look|looking|colou?r|colou?rs|style)|(?:lovely|great|nice|cool|beautiful|clever) (?:design|look|style|pattern|shape)|proudly',
  }),
  concept(
    'price',
    'price',
    ['Too dear for what it is', 'Good value', 'Should cost less'],
    {
      topic: 'price|cost|value|money|cheaper|pricey|expensive|pounds|cents|euros?|dollars?|budget|paid|pay|refund',
      gripes:
        'over ?priced|too (?:dear|expensive)|a bit dear|costs more|not worth|waste of money|rip ?off|cheaper elsewhere|pric(?:e|ey)y?(?: for| too)|(?:too|so|very|quite|rather|bit) (?:expensive|pricey|dear|costly)|overpriced|expensive for|not worth (?:it|the|that|half)|waste of (?:money|time)|wasted|rip ?off|(?:cheaper|less) (?:elsewhere|in|at)|costs? (?:as much|more|too much|a fortune|twice|double)|(?:half|twice|double|triple) the price (?:elsewhere|of others)|poor value|bad value|save your money|not cheap|steep|extortionate',
      praises:
        'worth (?:it|every|the)|good (?:value|price)|value$|money well spent|bargain|cannot (?:go wrong|complain for)|for what it cost|half of what|less than|was not expensive|cheap and cheerful|for that money|(?:good|great|excellent|amazing|fantastic|brilliant|super|unbeatable|incredible|fair|reasonable|decent|best) (?:value|price|(?:good|great|fair|best) deal(?! of)|bargain|buy)|value for money|worth (?:every penny|it|the money|the price|buying|paying|more)|bargain|steal|(?:reasonabl[ye]|fairly|well|competitively) priced|inexpensive|affordable|price is (?:\\w+ )?(?:good|great|right|fair|reasonable|unbeatable)|(?:for|at) (?:the|this|that|such a) (?:price|money|low)|a (?:third|half|quarter|fraction|tenth) of (?:the|what|its)|fraction of|cheap(?:er)? (?:but|and|than)|can not beat|paid (?:a )?(?:fraction|little|half)|saved (?:me )?',
    },
    { about: 'price' },
  ),
  concept(
    'delivery',
    'delivery',
    ['Arrives late or damaged', 'Arrives fast and whole', 'Should arrive faster'],
    {
      topic:
        'delivery|shipping|parcel|courier|arriv\\w+|deliver\\w*|post|postage|shipped|carrier|dispatch\\w*|arriv\\w+|tracking|came|wait\\w*',
      gripes:
        'arrived (?:dented|broken|damaged|late|smashed|cracked)|late|weeks late|no word|dent(?:ed)? (?:in|the size)|box was (?:torn|open|crushed)|(?:corner|box) (?:was )?(?:smashed|crushed)|wrong size sent|damaged|(?:arriv\\w+|came|turned up|delivered|received it) (?:\\w+ )?(?:broken|damaged|late|dented|cracked|smashed|scratched|dirty|wet|opened|bent|in pieces|crushed|chipped|squashed)|(?:never|not) (?:arrived|delivered|received|came|turned up)|(?:late|slow|delayed|long) (?:delivery|shipping|arrival|wait)|delivery (?:was|is|took) (?:\\w+ )?(?:slow|late|terrible|awful|ages|forever|weeks|delayed|long)|(?:took|waited|waiting) (?:\\w+ )?(?:weeks|ages|forever|a month|days)|weeks? (?:late|wait|to arrive|before)|left (?:it )?(?:outside|in the rain|on the)|lost in|wrong (?:address|item sent|one sent)|damaged (?:in|on|box|packag\\w+|when)|box (?:was|is|came) (?:\\w+ )?(?:torn|damaged|open|crushed|battered|ripped|wet)',
      praises:
        'arrived (?:early|quickly|fast|in|the next|on time)|(?:fast|quick|prompt) (?:delivery|shipping)|came fast|here the next|days before|(?:fast|quick|prompt|speedy|rapid|swift|super fast|excellent|great|next day|on time) (?:delivery|shipping|dispatch|postage|arrival|service)|(?:arriv\\w+|came|delivered|here|turned up|shipped) (?:\\w+ )?(?:quickly|fast|early|promptly|on time|next day|the next day|the day after|in two days|ahead|sooner|swiftly|in perfect|safely)|days? after ordering|day(?:s)? (?:early|before|later it was)|delivery (?:was|is) (?:\\w+ )?(?:fast|quick|prompt|great|excellent|good|speedy|on time)|earlier than',
    },
    { about: 'delivery' },
  ),
  concept(
    'packaging',
    'packaging',
    ['Poorly packed', 'Well packed', 'Should be packed better'],
    {
      topic: 'packag\\w+|packed|wrapped|wrapping|box|packet|carton|bubble|envelope|unwrap\\w*|parcel|boxed|tape',
      gripes:
        'hardly any padding|badly packed|poorly packed|no padding|sticker|(?:poor|bad|terrible|inadequate|excessive|flimsy|damaged|awful) pack(?:ag)?ing|pack(?:ag)?ing (?:was|is) (?:\\w+ )?(?:poor|bad|terrible|damaged|awful|excessive|flimsy|inadequate|torn|wasteful)|(?:badly|poorly|loosely|barely|not) (?:packed|wrapped|packaged|protected|boxed)|no (?:padding|bubble|protection|box|wrapping)|too much (?:plastic|packaging|cardboard)|hard to (?:unpack|unwrap)|thrown in',
      praises:
        'well (?:packed|wrapped|packaged)|lovely box|in (?:a|its own) (?:lovely|nice|foam)|(?:well|nicely|beautifully|securely|carefully|safely|neatly|lovely|great) (?:packed|packaged|wrapped|boxed|presented|protected)|(?:nice|lovely|beautiful|great|good|excellent|gorgeous|pretty|elegant|recyclable|plastic free) (?:pack(?:ag)?ing|box|presentation|gift box|wrapping)|pack(?:ag)?ing (?:was|is) (?:\\w+ )?(?:good|great|lovely|excellent|beautiful|nice|secure|perfect)',
    },
    { about: 'delivery' },
  ),
  concept(
    'seller',
    'seller and service',
    ['Seller does not help', 'Helpful seller', 'Service should be better'],
    {
      topic:
        'sellers?|customer service|support|refund|return(?:ed|s)?|company|vendor|merchant|staff|warranty|guarantee|contact\\w*|email\\w*|complain\\w*|exchange',
      gripes:
        'nobody answers|no (?:answer|reply)|wrote (?:three|several|two)|pay for the return|emailed|refused|rude|(?:no|never|not) (?:\\w+ )?(?:reply|response|answer|refund|help|replied|responded|answered|helpful|refunded)|(?:will|would|did|do) not (?:take it back|refund|replace|help|reply|respond|answer|exchange|honou?r)|refus\\w+ to|ignor\\w+|(?:poor|terrible|awful|bad|appalling|shocking|rude|useless|unhelpful) (?:customer )?(?:service|support|seller|company|communication)|(?:customer )?service (?:is|was) (?:\\w+ )?(?:poor|terrible|awful|bad|useless|rude|non)|unhelpful|scam\\w*|rude|return (?:postage|shipping|costs?)|(?:pay|paid|charged) (?:for|to) (?:the )?(?:return|send it back)|used (?:item|one|before|already|product)|second ?hand|already (?:been )?(?:used|opened|worn)|someone else|pre ?owned|(?:hair|milk|dirt|crumbs) (?:inside|in it|on it) when',
      praises:
        'helpful seller|great (?:service|support)|replaced (?:it )?(?:at once|immediately|free)|quick reply|refunded|(?:great|excellent|good|fantastic|amazing|brilliant|super|wonderful|helpful|friendly|outstanding) (?:customer )?(?:service|support|seller|company|communication|staff)|(?:customer )?service (?:is|was) (?:\\w+ )?(?:great|excellent|good|fantastic|amazing|brilliant|helpful|quick)|(?:sent|got|received) (?:me )?(?:a )?(?:new|free)? ?(?:one|replacement) (?:at once|straight|immediately|free|within|next|right away|no)|refunded (?:at once|straight|immediately|in full|without|quickly)|seller (?:was|is|replied|responded|sent) (?:\\w+ )?(?:helpful|great|quickly|promptly|kind|lovely|friendly|at once)|(?:helpful|responsive|kind) seller|quick(?:ly)? (?:resolved|sorted|replied|responded)',
    },
    { about: 'seller' },
  ),
  concept('gift', 'as a gift', ['Disappoints as a gift', 'A welcome gift', 'Should make a better gift'], {
    topic:
      'gift|present|birthday|christmas|gifts?|presents?|secret santa|anniversary|wedding|mother s day|father s day|stocking filler|recipient',
    gripes:
      'embarrass\\w+ (?:gift|present|to give)|disappoint\\w+ (?:gift|present|her|him|son|daughter)|could not give',
    praises:
      'gift|present|got it for (?:my|christmas)|bought (?:it )?as a|gave (?:it|them) to|given away|thrilled|adores it|for my (?:dad|father|mother|mum|sister|nephew|niece|son|daughter|husband|wife)$|(?:great|perfect|lovely|ideal|nice|good|wonderful|fab|amazing|thoughtful|excellent) (?:gift|present|stocking filler)|(?:bought|got|purchased|ordered|gave) (?:\\w+ ){0,3}(?:for|to) (?:my|our|a|his|her) (?:\\w+ )?(?:mum|mom|mother|dad|father|husband|wife|son|daughter|sister|brother|friend|niece|nephew|grand\\w+|partner|boyfriend|girlfriend|colleague|neighbou?r|aunt|uncle|teacher|boss)|(?:she|he|they|mum|mother|dad|husband|wife|son|daughter) (?:\\w+ )?(?:loves?|loved|adores?|adored|was delighted|was thrilled|were thrilled|is thrilled|was over the moon|was so happy|how pleased|uses it)|(?:birthday|christmas|anniversary|wedding|mother s day|father s day)|present for|gift for|as a (?:gift|present)|well received',
  }),
  concept(
    'compatibility',
    'going with other things',
    ['Does not go with other things', 'Goes with other things', 'Should go with more'],
    {
      topic:
        'compatib\\w+|adapter|plug|voltage|socket|connector|plugs?|adapters?|charger|phone|device|fits (?:most|all|any)|standard|attachment|model',
      gripes:
        'old (?:kind of )?(?:cable|plug)|not compatible|incompatible|does not work with|(?:does|do|did|will|would) not (?:work with|fit my (?:phone|car|bike|machine|tap|pram|model)|connect|pair|sync)|not compatible|incompatible|wrong (?:plug|connector|voltage|adapter|socket)|(?:plug|socket|voltage|connector) (?:is |was )?(?:for|wrong|not|from) (?:another|the wrong|us|uk|eu)?|needs? (?:an|another|a special) adapter|(?:us|uk|eu|foreign|another) plug|plug for|another continent|only works with|no usb',
      praises:
        'compatible|works with|fits all|works? (?:\\w+ )?with (?:my|all|any|every|the|both|most)|compatible|fits (?:all|any|most|every|standard|my (?:phone|bike|car|machine|pram))|connects? (?:easily|quickly|instantly|well)|pairs? (?:easily|quickly|instantly)|universal',
    },
  ),
  concept('function', 'doing its job', ['Does not do its job', 'Does its job', 'Should do more'], {
    topic:
      'timer|pocket|holder|last setting|feature|function|job|purpose|task|performance|use|uses|setting|settings|mode|modes|result|results|works',
    gripes:
      'dead on arrival|(?:does|did|do|will|would) not (?:work|function|turn on)|useless|no use|switch(?:es)? itself off|goes off by itself|no opening|no way to stop|pointless|do(?:es)? nothing|(?:does|did|do|will|would) not (?:do (?:the|its|what|much|anything)|work|perform|help|really|actually|function)|(?:no|not) (?:use|good|effective|working|functional|fit for purpose|help|point)|ineffective|(?:completely |totally |utterly |quite |absolutely )?(?:useless|pointless|hopeless|worthless)|(?:makes|made) no difference|disappointing (?:result|results|performance)|underwhelm\\w*|(?:shuts?|turns?|switch\\w*) (?:itself )?off (?:too|by|after|all|early|on its)|takes? (?:too long|forever|ages)|struggl\\w+ (?:to|with)|gimmick\\w*|lets? (?:you|me|it) down|not up to',
    praises:
      'does (?:what it says|the job|the trick|its job)|works? (?:as described|well|great|perfectly|fine)|works|helps? me|ideal for|great for|perfect for|life ?saver|lets? me|can (?:garden|read) again|get(?:s)? me on my feet|useful|handy|does (?:exactly )?(?:what (?:it|you|i)|the job|the trick|its job|as|everything)|do(?:es)? (?:just )?(?:the|its) (?:job|trick)|did the (?:job|trick)|works? (?:\\w+ )?(?:well|great|perfectly|fine|brilliantly|beautifully|a treat|like a (?:charm|dream)|wonders|as (?:described|expected|advertised|it should)|really|anyway|flawlessly|nicely|a charm)|(?:very |really |super |so |extremely )?(?:effective|useful|handy|practical|versatile|efficient|functional|convenient)|fit for purpose|game ?changer|life ?(?:saver|changing|changer)|(?:helps?|helped|lets?|allows?) (?:me|us|him|her|my|with|you|to|keep)|makes? (?:\\w+ )?(?:life|it|things|cooking|cleaning|such|all the|so) (?:\\w+ )?(?:easier|easy|difference|simple|better)|can (?:finally|now|at last)|now (?:i|we|she|he) can|ideal for|perfect for|great for|good for|wonders|(?:lovely|great|perfect|creamy|amazing|excellent|good|super|stiff) (?:results?|foam|froth|performance|coffee|sound)|impress\\w*|exactly what (?:i|we) (?:needed|wanted)|just what (?:i|we) (?:needed|wanted)',
  }),
];
