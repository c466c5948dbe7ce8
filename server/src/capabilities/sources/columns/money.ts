import { field, type ImportField } from './field.ts';
import { codeField } from './listings.ts';

/** What one currency is worth in another. */
export const RATE_FIELDS: ImportField[] = [
  field(
    'currency',
    'Currency',
    'currency|from|of|from currency|währung|von|devise|de|moneda|divisa|valuta|från',
    'The other currency, as its code: USD, EUR.',
    true,
  ),
  field(
    'rate',
    'Rate',
    'rate|exchange rate|value|kurs|wechselkurs|taux|cours|tipo|tipo de cambio|cambio|växelkurs',
    'What one unit of it is worth in the marketplace’s currency.',
    true,
  ),
  field(
    'to',
    'In',
    'to|in|to currency|into|nach|vers|a|till',
    'The currency the rate is in; the marketplace’s where it is not said, turned round where it is the other way.',
  ),
  field('day', 'Date', 'date|day|as of|valid from|datum|date du cours|fecha', 'Today where there is none.'),
];

/** What suppliers ask for a piece. */
export const QUOTE_FIELDS: ImportField[] = [
  codeField('The listing whose like is offered; it must be in this marketplace.'),
  field(
    'supplier',
    'Supplier',
    'supplier|maker|factory|vendor|offered by|lieferant|hersteller|fournisseur|fabricant|proveedor|fabricante|leverantör',
    'Who offers it.',
    true,
  ),
  field(
    'amount',
    'Price a piece',
    'price|unit price|price a piece|price per piece|quote|cost|unit cost|preis|stückpreis|prix|prix unitaire|precio|precio unitario|pris|styckpris',
    'In the currency of the cell, of the column’s head or of the column beside it, else the marketplace’s.',
    true,
  ),
  field('currency', 'Currency', 'currency|währung|devise|moneda|divisa|valuta', 'Its code: USD, EUR.'),
  field(
    'minimum',
    'From how many pieces',
    'minimum|minimum order|minimum quantity|from pieces|from|moq|mindestmenge|ab menge|quantité minimale|cantidad mínima|minsta antal',
    'Of one supplier several rows, each with its own price, are steps.',
  ),
  field(
    'leadDays',
    'Days until handed over',
    'lead days|lead time|lead time days|days|lieferzeit|délai|plazo|ledtid',
    'From order to hand-over.',
  ),
  field(
    'cartonUnits',
    'Pieces a carton',
    'pieces a carton|pcs ctn|pcs per carton|pieces per carton|units per carton|carton quantity|qty per carton|stück pro karton|stück je karton|pièces par carton|piezas por caja|antal per kartong',
    'How the pieces are packed for the way.',
  ),
  field(
    'cartonWeight',
    'Weight of a carton',
    'carton weight|weight of a carton|gross weight|weight per carton|kartongewicht|bruttogewicht|poids du carton|poids brut|peso de la caja|peso bruto|bruttovikt',
    'Full, in the unit of the cell or of the column’s head, else the marketplace’s.',
  ),
  field(
    'cartonSides',
    'Sides of a carton',
    'carton size|sides of a carton|carton dimensions|carton measurements|kartonmaße|kartongröße|dimensions du carton|medidas de la caja|kartongmått',
    'All three in one cell, such as 50 x 40 x 30 cm.',
  ),
  field(
    'terms',
    'Terms of delivery',
    'terms|incoterms|incoterm|delivery terms|lieferbedingung',
    'Such as EXW, FOB, DDP.',
  ),
  field('country', 'Country', 'country|land|pays|país', 'Its two-letter code.'),
  field(
    'validUntil',
    'Valid until',
    'valid until|expires|gültig bis|valable jusqu au|válido hasta|giltig till',
    'A date.',
  ),
  field('day', 'Date', 'date|day|quoted on|datum|fecha', 'Today where there is none.'),
  field('note', 'Note', 'note|notes|remark|remarks|bemerkung|remarque|nota|anmärkning', 'Whatever else was said.'),
];
