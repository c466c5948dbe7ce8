import { field, type ImportField } from './field.ts';
import { codeField } from './listings.ts';

const termField = (explanation: string): ImportField =>
  field(
    'term',
    'Search term',
    'search term|term|keyword|search|query|phrase|suchbegriff|suchwort|mot clé|terme de recherche|término|palabra clave|sökord|sökterm',
    explanation,
    true,
  );

const nicheField = (explanation: string, required = false): ImportField =>
  field('niche', 'Niche', 'niche|group|cluster|need|nische|gruppe|groupe|nicho|grupp', explanation, required);

const shareField = (required = false): ImportField =>
  field(
    'share',
    'Share of the clicks',
    'share|share of clicks|klickanteil|part des clics|clics',
    'A share: 12 % or 0.12.',
    required,
  );

export const TERM_FIELDS: ImportField[] = [
  termField('What buyers type.'),
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
  nicheField('Terms of one name are one need.'),
];

export const POSITION_FIELDS: ImportField[] = [
  termField('The search it was found by.'),
  codeField('The listing that was found; it must be in this marketplace.'),
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
  shareField(),
];

/** Who gets the clicks of a niche. */
export const CLICK_FIELDS: ImportField[] = [
  nicheField('The niche as it is called here, or one of its search terms.', true),
  codeField('The listing that is clicked on; it must be in this marketplace.'),
  field('day', 'Date', 'date|day|seen on|as of|week|datum|fecha', 'Today where there is none.'),
  shareField(true),
];
