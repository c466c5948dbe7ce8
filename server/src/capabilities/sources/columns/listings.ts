import { field, type ImportField } from './field.ts';

export const LISTING_FIELDS: ImportField[] = [
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
    'gtin',
    'GTIN',
    'gtin|ean|upc|isbn|barcode|bar code|ean code|strichcode|code barres|código de barras|streckkod',
    'The number under the bar code; one whose check digit is wrong is left out.',
  ),
  field(
    'source',
    'Source of the row',
    'source|source of the row|stated by|according to|quelle|fuente|källa',
    'Who states the figures of this row; else as the whole file’s.',
  ),
  field(
    'day',
    'Date of the figures',
    'seen on|date|day|as of|read on|datum|stand|gesehen am|le|relevé du|fecha|visto el|sedd',
    'A date in any usual way of writing it; today where there is none.',
  ),
];

/** The code of the listing that a row is about. */
export const codeField = (explanation: string): ImportField =>
  field(
    'code',
    'Listing code',
    'listing code|code|listing id|sku|product id|item|item code|artikelnummer|référence|código|artikelkod',
    explanation,
    true,
  );

/** What a file says of a listing day by day, or month by month. */
export const ofListings = (keys: readonly string[]): ImportField[] =>
  LISTING_FIELDS.filter((f) => keys.includes(f.key));
export const needed = (fields: ImportField[], ...keys: string[]): ImportField[] =>
  fields.map((f) => (keys.includes(f.key) ? { ...f, required: true } : f));
