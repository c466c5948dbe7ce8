import type { ImportKind } from '@kettle/contract/sources';

/** What the cells of a column are read as. */
export type Meaning = 'text' | 'whole' | 'money' | 'number' | 'weight' | 'length' | 'stars' | 'date' | 'yes or no';

/** A field that an import can take, with the words by which its column is known. */
export interface ImportField {
  key: string;
  name: string;
  required: boolean;
  explanation: string;
  words: string[];
  meant: Meaning;
}

const MEANT: Record<string, Meaning> = {
  price: 'money',
  revenue: 'money',
  rank: 'whole',
  reviews: 'whole',
  sellers: 'whole',
  pictures: 'whole',
  variations: 'whole',
  packCount: 'whole',
  stock: 'whole',
  helpful: 'whole',
  searches: 'whole',
  competing: 'whole',
  unpaid: 'whole',
  paid: 'whole',
  buyRate: 'number',
  share: 'number',
  units: 'number',
  rating: 'stars',
  stars: 'stars',
  weight: 'weight',
  sides: 'length',
  long: 'length',
  middle: 'length',
  short: 'length',
  day: 'date',
  month: 'date',
  onSaleSince: 'date',
  soldByMarketplace: 'yes or no',
  verified: 'yes or no',
};

const field = (key: string, name: string, words: string, explanation: string, required = false): ImportField => ({
  key,
  name,
  required,
  explanation,
  words: words.split('|'),
  meant: MEANT[key] ?? 'text',
});

const LISTING_FIELDS: ImportField[] = [
  field(
    'code',
    'Listing code',
    'listing code|code|listing id|sku|id|item code|item id|item number|product code|product id|artikelnummer|artikel nr|artnr|article number|référence|code article|código|código de artículo|artikelkod',
    'The marketplace’s own code of the listing.',
    true,
  ),
  field(
    'title',
    'Title',
    'title|name|product|product name|listing title|item name|titel|bezeichnung|produktname|produkt|titre|nom du produit|nom|désignation|título|nombre|nombre del producto|producto|produktnamn|benämning',
    'The title of the listing.',
    true,
  ),
  field(
    'brand',
    'Brand',
    'brand|maker|brand name|marke|hersteller|marque|fabricant|marca|fabricante|varumärke|märke',
    'Who stands on it.',
  ),
  field(
    'category',
    'Category',
    'category|category path|main category|department|group|kategorie|warengruppe|catégorie|rayon|categoría|kategori',
    'A name, or a path such as Paper › Presses.',
  ),
  field(
    'price',
    'Price',
    'price|current price|main offer|preis|verkaufspreis|prix|prix de vente|precio|precio de venta|pris',
    'In the marketplace’s currency; a price in another one is not taken.',
  ),
  field(
    'rank',
    'Rank',
    'rank|sales rank|rank in category|best rank|rang|verkaufsrang|platz|rang des ventes|classement|ranking|posición|puesto|säljrang|försäljningsrang|plats',
    'Sales rank within the category.',
  ),
  field(
    'reviews',
    'Reviews',
    'reviews|review count|number of reviews|ratings|bewertungen|anzahl bewertungen|rezensionen|avis|nombre d avis|évaluations|reseñas|opiniones|número de reseñas|recensioner|omdömen|antal omdömen',
    'How many.',
  ),
  field(
    'rating',
    'Rating',
    'rating|stars|average rating|mean stars|sterne|bewertung|note|note moyenne|étoiles|valoración|puntuación|estrellas|betyg|snittbetyg|stjärnor',
    'Between 1 and 5; “4.5 out of 5” and “9/10” are understood.',
  ),
  field(
    'weight',
    'Weight',
    'weight|shipping weight|item weight|gewicht|versandgewicht|poids|peso|vikt',
    'In the unit of the cell or of the column’s head (g, kg, lb, oz), else the marketplace’s.',
  ),
  field(
    'sides',
    'All three sides',
    'dimensions|measurements|sides|abmessungen|maße|masse|encombrement|dimensiones|medidas|mått',
    'In one cell, such as 30 x 20 x 10 cm.',
  ),
  field(
    'long',
    'Longest side',
    'length|longest side|long|side 1|länge|longueur|largo|longitud|längd',
    'In the unit of the cell or of the column’s head (mm, cm, in), else as the marketplace measures.',
  ),
  field('middle', 'Middle side', 'width|middle side|side 2|breite|largeur|ancho|anchura|bredd', 'In the same way.'),
  field('short', 'Shortest side', 'height|shortest side|side 3|höhe|hauteur|alto|altura|höjd', 'In the same way.'),
  field(
    'sellers',
    'Sellers',
    'sellers|number of sellers|seller count|offers|verkäufer|anbieter|vendeurs|offres|vendedores|ofertas|säljare',
    'How many have an offer.',
  ),
  field(
    'pictures',
    'Pictures',
    'pictures|images|number of pictures|image count|bilder|anzahl bilder|photos|imágenes|fotos',
    'How many.',
  ),
  field(
    'variations',
    'Variations',
    'variations|variants|number of variations|varianten|déclinaisons|variaciones|variantes|varianter',
    'How many.',
  ),
  field(
    'variationOf',
    'Variation of',
    'variation of|parent code|parent|parent listing',
    'The listing code of the product it is a size or colour of.',
  ),
  field('fulfilment', 'Fulfilled by', 'fulfilled by|fulfilment|fulfillment|shipped by', '"marketplace" or "seller".'),
  field(
    'soldByMarketplace',
    'Sold by the marketplace',
    'sold by the marketplace|sold by marketplace|marketplace sells',
    'yes or no.',
  ),
  field('packCount', 'Pieces in the pack', 'pieces in the pack|pack count|pack size|pieces', 'How many.'),
  field(
    'description',
    'Description',
    'description|text|product description|beschreibung|descripción|beskrivning',
    'For the craft of the page.',
  ),
  field(
    'stock',
    'Stock',
    'stock|stock count|in stock|inventory|bestand|lagerbestand|existencias|inventario|lager|lagersaldo',
    'Pieces counted on that day.',
  ),
  field(
    'onSaleSince',
    'On sale since',
    'on sale since|first seen|launched|date first available|listed on|im verkauf seit|en vente depuis|a la venta desde|till salu sedan',
    'A date in any usual way of writing it.',
  ),
  field(
    'units',
    'Units a month, as stated',
    'units a month|monthly units|units|monthly sales|sales|units month|sold each month|absatz im monat|stück im monat|absatz|ventes par mois|ventes mensuelles|ventes|ventas al mes|ventas mensuales|ventas|sålda per månad|försäljning',
    'Kept as what your source says.',
  ),
  field(
    'revenue',
    'Revenue a month, as stated',
    'revenue a month|monthly revenue|revenue|umsatz im monat|umsatz|chiffre d affaires|ingresos al mes|ingresos|intäkt|omsättning',
    'Kept as what your source says.',
  ),
  field(
    'day',
    'Date of the figures',
    'seen on|date|day|as of|read on|datum|stand|gesehen am|le|relevé du|fecha|visto el|sedd',
    'A date in any usual way of writing it; today where there is none.',
  ),
];

/** What a file says of a listing day by day, or month by month. */
const ofListings = (keys: readonly string[]): ImportField[] => LISTING_FIELDS.filter((f) => keys.includes(f.key));
const needed = (fields: ImportField[], ...keys: string[]): ImportField[] =>
  fields.map((f) => (keys.includes(f.key) ? { ...f, required: true } : f));

export const IMPORT_FIELDS: Record<ImportKind, ImportField[]> = {
  listings: LISTING_FIELDS,
  readings: needed(
    ofListings(['code', 'day', 'price', 'rank', 'reviews', 'rating', 'sellers', 'stock', 'units', 'revenue']),
    'day',
  ),
  months: [
    ...ofListings(['code']),
    field(
      'month',
      'Month',
      'month|date|period|monat|mois|mes|månad|datum|fecha',
      'Such as 2026-03, 03/2026 or March 2026.',
      true,
    ),
    ...ofListings(['price', 'rank', 'reviews']),
  ],
  reviews: [
    field(
      'code',
      'Listing code',
      'listing code|code|listing id|sku|product id|item|item code|artikelnummer|référence|código|artikelkod',
      'The listing the review is of; it must be in this marketplace.',
      true,
    ),
    field('stars', 'Stars', 'stars|rating|score|sterne|note|étoiles|estrellas|betyg|stjärnor', '1 to 5.', true),
    field(
      'body',
      'Text',
      'text|body|review|review text|content|comment|bewertungstext|avis|texte|commentaire|texto|opinión|reseña|recension',
      'What the buyer wrote.',
    ),
    field(
      'title',
      'Title',
      'title|headline|review title|summary|überschrift|titel|titre|título|rubrik',
      'Its headline.',
    ),
    field(
      'day',
      'Date',
      'date|day|review date|posted on|written on|datum|fecha',
      'A date in any usual way of writing it.',
      true,
    ),
    field('verified', 'Verified', 'verified|verified purchase|verified buyer', 'yes or no.'),
    field('helpful', 'Found helpful', 'helpful|helpful votes|votes', 'How many found it helpful.'),
  ],
  counts: [
    field(
      'code',
      'Listing code',
      'listing code|code|listing id|sku|product id|item|item code|artikelnummer|référence|código|artikelkod',
      'The listing that was counted; it must be in this marketplace.',
      true,
    ),
    field(
      'day',
      'Date',
      'date|day|counted on|seen on|as of|datum|gezählt am|compté le|fecha|contado el|räknat',
      'A date in any usual way of writing it.',
      true,
    ),
    field(
      'stock',
      'Pieces in stock',
      'stock|pieces|count|stock count|in stock|quantity|bestand|stück|anzahl|quantité|pièces|cantidad|piezas|antal|lager',
      'How many you counted.',
      true,
    ),
    field(
      'seller',
      'Seller',
      'seller|sold by|main offer',
      'Whose stock it was; counts of two sellers are not compared.',
    ),
  ],
  terms: [
    field(
      'term',
      'Search term',
      'search term|term|keyword|search|query|phrase|suchbegriff|suchwort|mot clé|terme de recherche|término|palabra clave|sökord|sökterm',
      'What buyers type.',
      true,
    ),
    field(
      'searches',
      'Searches',
      'searches|search volume|volume|monthly searches|searches a month|searches a week|suchvolumen|suchanfragen|recherches|volume de recherche|búsquedas|volumen|sökningar|sökvolym',
      'How often: in the week or month that the row names, else in the last whole month.',
      true,
    ),
    field('day', 'Week', 'week|week of|date|day|woche|semaine|semana|vecka|datum|fecha', 'Its first day.'),
    field('month', 'Month', 'month|period|monat|mois|mes|månad', 'Such as 2026-03.'),
    field(
      'buyRate',
      'Searches that end in a purchase',
      'buy rate|conversion|conversion rate|purchase rate|kaufrate|taux de conversion|tasa de conversión|köpgrad',
      'A share: 12 % or 0.12.',
    ),
    field(
      'competing',
      'Listings shown for it',
      'competing|competing listings|results|number of results|ergebnisse|résultats|resultados|resultat|träffar',
      'How many in all.',
    ),
    field(
      'niche',
      'Niche',
      'niche|group|cluster|need|nische|gruppe|groupe|nicho|grupp',
      'Terms of one name are one need.',
    ),
  ],
  positions: [
    field(
      'term',
      'Search term',
      'search term|term|keyword|search|query|phrase|suchbegriff|suchwort|mot clé|terme de recherche|término|palabra clave|sökord|sökterm',
      'The search it was found by.',
      true,
    ),
    field(
      'code',
      'Listing code',
      'listing code|code|listing id|sku|product id|item|item code|artikelnummer|référence|código|artikelkod',
      'The listing that was found; it must be in this marketplace.',
      true,
    ),
    field('day', 'Date', 'date|day|seen on|as of|datum|fecha', 'Today where there is none.'),
    field(
      'unpaid',
      'Place among the unpaid',
      'unpaid|position|rank|place|organic|organic rank|organic position|platz|rang|position organique|posición|plats',
      '1 is the first.',
    ),
    field(
      'paid',
      'Place among the paid',
      'paid|paid position|ad position|sponsored|anzeige|annonce|anuncio|annons',
      'Or none.',
    ),
    field(
      'share',
      'Share of the clicks',
      'share|share of clicks|klickanteil|part des clics|clics',
      'A share: 12 % or 0.12.',
    ),
  ],
};

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Words in front of what is counted, in several languages. */
const COUNTED = /^(?:number of|no of|count of|anzahl|anzahl der|nombre de|nombre d|número de|cantidad de|antal) /;

/** Which column is what, by its head: a full match before one that begins alike; each column serves once. */
export const guessMapping = (kind: ImportKind, columns: readonly string[]): Record<string, string> => {
  const mapping: Record<string, string> = {};
  const free = new Set(columns);
  for (const matches of [
    (head: string, word: string) => head === word,
    (head: string, word: string) => head.replace(COUNTED, '') === word,
    (head: string, word: string) => head.startsWith(`${word} `),
  ])
    for (const { key, words } of IMPORT_FIELDS[kind]) {
      if (mapping[key]) continue;
      const found = words.map((w) => [...free].find((c) => matches(plain(c), w))).find((c) => c !== undefined);
      if (found !== undefined) {
        mapping[key] = found;
        free.delete(found);
      }
    }
  return mapping;
};
