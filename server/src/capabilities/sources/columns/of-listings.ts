import { field, type ImportField } from './field.ts';
import { codeField, needed, ofListings } from './listings.ts';

export const READING_FIELDS: ImportField[] = needed(
  ofListings(['code', 'day', 'price', 'rank', 'reviews', 'rating', 'sellers', 'stock', 'units', 'revenue', 'source']),
  'day',
);

export const MONTH_FIELDS: ImportField[] = [
  ...ofListings(['code']),
  field(
    'month',
    'Month',
    'month|date|period|monat|mois|mes|månad|datum|fecha',
    'Such as 2026-03, 03/2026 or March 2026.',
    true,
  ),
  ...ofListings(['price', 'rank', 'reviews']),
];

export const REVIEW_FIELDS: ImportField[] = [
  codeField('The listing the review is of; it must be in this marketplace.'),
  field('stars', 'Stars', 'stars|rating|score|sterne|note|étoiles|estrellas|betyg|stjärnor', '1 to 5.', true),
  field(
    'body',
    'Text',
    'text|body|review|review text|content|comment|bewertungstext|avis|texte|commentaire|texto|opinión|reseña|recension',
    'What the buyer wrote.',
  ),
  field('title', 'Title', 'title|headline|review title|summary|überschrift|titel|titre|título|rubrik', 'Its headline.'),
  field(
    'day',
    'Date',
    'date|day|review date|posted on|written on|datum|fecha',
    'A date in any usual way of writing it.',
    true,
  ),
  field('verified', 'Verified', 'verified|verified purchase|verified buyer', 'yes or no.'),
  field('helpful', 'Found helpful', 'helpful|helpful votes|votes', 'How many found it helpful.'),
];

export const COUNT_FIELDS: ImportField[] = [
  codeField('The listing that was counted; it must be in this marketplace.'),
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
  field('seller', 'Seller', 'seller|sold by|main offer', 'Whose stock it was; counts of two sellers are not compared.'),
];
