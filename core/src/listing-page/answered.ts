import { stemsOf } from '../listing/words.ts';
import { ANY } from '../reviews/theme-names.ts';
import { readReview, sentencesOf } from '../reviews/read-review.ts';
import { writtenOut } from '../reviews/written-out.ts';

/** Something that buyers praise, miss or complain of, as a page may answer it. */
export interface ToAnswer {
  key: string;
  concept: string;
  part: string | null;
}

/** By what a page speaks of a concept: what it does, how much of it. Regular expressions over a sentence in small letters. Our own list, no source. */
const BY: Readonly<Record<string, RegExp>> = {
  leaks: /\b(?:leak|drop|drip|seal|spill|watertight|waterproof|airtight|tight|stays? dry)/,
  temperature: /\b(?:stays? (?:hot|warm|cold|cool)|still (?:\w+ ){0,2}(?:hot|warm|cold|cool)|insulat|thermal|°\s?c|degrees|vacuum|hours? (?:hot|warm|cold)|(?:hot|warm|cold) (?:for|after)|ice)\b/, // prettier-ignore
  smell: /\b(?:smell|odou?r|taste|scent|aired)/,
  size: /\b\d+(?:[.,]\d+)?\s?(?:cm|mm|m|in|inch|inches|l|ml|litres?)\b|\b(?:fits? (?:in|into|a)|large enough|room for|roomy|holds a)/,
  fit: /\b(?:fits?|suits?|adjust|from \d+ to \d+|between \d+ and \d+|up to \d+ (?:cm|mm)|children and)/,
  closure: /\b(?:opens?|closes?|shuts?|stays? (?:shut|closed)|one (?:hand|thumb|click)|snaps?|locks?)\b/,
  holds:
    /\b(?:holds?|carr(?:y|ies)|bears?|takes?|grips?|load)\b.*\b(?:\d+(?:[.,]\d+)?\s?(?:kg|g)|firm|tight|without|fast)|\bdoes not (?:slip|let go|come off)/,
  stability: /\b(?:tip|tips|wobbl|rock|steady|stable|grips?|non-?slip|wide base|heavy base|level)\b/,
  breaks:
    /\b(?:tested|rivet|reinforced|unbreakable|does not (?:break|snap|crack|bend|tear)|strong|stronger|will not (?:break|snap|crack|bend|tear)|forged)/,
  durability:
    /\b(?:lasts?|years?|guarantee|thousand|hundred|cycles|washes|like new|spare parts|after \w+ (?:uses|months))\b/,
  finish: /\b(?:rounded|sanded|smooth|polished|no (?:splinter|burr|sharp)|catches|seams?|deburred|lacquered)/,
  material:
    /\b(?:solid|steel|stainless|oak|ash|beech|walnut|bamboo|cotton|linen|wool|leather|silicone|glass|brass|aluminium|canvas|\d+(?:[.,]\d+)?\s?mm thick|made of|thick)\b/,
  weight: /\b(?:weighs?|light(?:er|weight)?|feather)\b|\b\d+\s?g (?:only|light)/,
  portability: /\b(?:folds?|folded|pouch|pocket|packs? (?:down|away|flat)|slips into|carry|travel|rolls up)\b/,
  comfort: /\b(?:padded|soft|comfort|cushion|ergonomic|spares?|easy on|does not (?:rub|chafe|press)|breathable)/,
  mechanism: /\b(?:smooth(?:ly)?|glides?|ball bearings?|never jams?|does not (?:jam|stick)|turns? easily|slides?)\b/,
  assembly: /\b(?:assembl|minutes|pre-?drilled|is drilled|tool|screws?|no tools|set up|stands in|builds? in)/,
  instructions: /\b(?:instructions?|manual|steps|guide|drawings|booklet|leaflet)\b/,
  missing: /\b(?:in the box|includes?|complete|comes with|counted|all parts|set of)\b/,
  picture: /\b(?:true (?:colour|scale)|as (?:shown|pictured)|daylight|real (?:colour|size))/,
  battery: /\b(?:charg|battery|batteries|usb|hours? of use|cell)/,
  light: /\b(?:lumens?|lux|kelvin|bright|dimm|beam|lit|steps? of light)/,
  noise: /\b(?:db|decibels?|quiet|quieter|silent|noise|hum)\b/,
  safety: /\b(?:no sharp|safe|blunt|guard|swallow|choking|rounded corner|shuts? (?:itself )?off|tested to|bpa)/,
  cleaning: /\b(?:clean|dishwasher|wash(?:es|ed|able)?|rinse|wipes?|comes? apart|machine-?wash)/,
  looks: /\b(?:colou?rs?|matt|matte|design|looks?|sits well|style|elegant|green|blue|oak and|shades?|plain)\b/,
  price: /\b(?:replaces?|instead of buying|saves?|pays for itself|worth|cheaper than|for the price)\b/,
  delivery: /\b(?:packed|box that|arrives?|ships? within|delivered|dispatch)/,
  packaging: /\b(?:packaging|packed|wrapped|recycled box|no plastic|plastic-?free)\b/,
  seller: /\b(?:answer|support|spare parts|write to us|call us|we (?:help|replace)|service)\b/,
  gift: /\b(?:gift|present|given|giving|birthday|wrapped)\b/,
  compatibility: /\b(?:compatible|goes with|works with|standard|fits (?:all|most|every)|usual sizes)\b/,
  function: /\b(?:works?|does its job|so that|ready)\b/,
};

/** A page read once: its sentences with what they speak of. */
export interface PageRead {
  sentences: {
    text: string;
    where: string;
    stems: ReadonlySet<string>;
    plain: string;
    concepts: ReadonlySet<string>;
    perhaps: ReadonlySet<string>;
  }[];
}

/**
 * The sentences of a page's parts, with the concepts that they speak of.
 * @param parts texts with the name of where they stand
 */
export const readPage = (parts: readonly { where: string; text: string }[]): PageRead => ({
  sentences: parts.flatMap(({ where, text }) =>
    sentencesOf(text).map((sentence) => {
      const praise = readReview({ title: '', body: sentence, stars: 5 }).filter((s) => s.kind === 'praise');
      const by = (...ways: string[]): Set<string> =>
        new Set(praise.filter((s) => ways.includes(s.by)).map((s) => s.concept));
      return {
        text: sentence,
        where,
        stems: new Set(stemsOf(sentence)),
        plain: writtenOut(sentence),
        concepts: by('wording'),
        perhaps: by('example', 'stars'),
      };
    }),
  ),
});

export interface AnswerFound {
  where: string;
  sentence: string;
  /** False where it is only like what buyers say when it is good: a person looks. */
  sure: boolean;
}

/**
 * The first sentence of a page that answers what buyers say, or null. It must name the part where one is spoken of, and speak of
 * the concept: surely by the page's own words or as a review would praise it, else perhaps, by likeness to known sentences.
 * Whether the answer is true, no program knows. Found of answers by another manner of writing: 3 of 24 surely, 12 with perhaps.
 * @example answerOf(readPage([{ where: 'bullet 1', text: 'The lid keeps every drop inside.' }]), { key: 'a', concept: 'leaks', part: 'lid' })?.where // => "bullet 1"
 * @example answerOf(readPage([{ where: 'bullet 1', text: 'The lid comes in four colours.' }]), { key: 'a', concept: 'leaks', part: 'lid' }) // => null
 */
export const answerOf = ({ sentences }: PageRead, { concept, part }: ToAnswer): AnswerFound | null => {
  const partStems = part === null ? [] : stemsOf(part);
  const named = sentences.filter((s) => partStems.every((stem) => s.stems.has(stem)));
  const surely = named.find((s) =>
    concept === ANY ? partStems.length > 0 : s.concepts.has(concept) || (BY[concept]?.test(s.plain) ?? false),
  );
  const found = surely ?? named.find((s) => s.perhaps.has(concept));
  return found ? { where: found.where, sentence: found.text, sure: surely !== undefined } : null;
};
