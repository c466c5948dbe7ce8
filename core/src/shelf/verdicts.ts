import { MONTH_NAMES } from '../measures/day.ts';
import { majorFromMinor, minorFromMajor } from '../money/money.ts';
import { FLASH_SHARE, SEASON_SHARE, SEASON_STRENGTH } from '../season/thresholds.ts';
import type { ShelfListing } from './listing.ts';
import type { PartialReading, ShelfContext, Verdict, VerdictKey } from './reading.ts';

const percent = (share: number): string => `${Math.round(100 * share)} %`;
const whole = (x: number): string => new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 }).format(x);

/** The verdicts of a shelf, each from a stated rule, the gravest first; and what could not be said. */
export const shelfVerdicts = (
  reading: PartialReading,
  listings: readonly ShelfListing[],
  { rules, currency, course }: ShelfContext,
): { verdicts: Verdict[]; unsaid: string[] } => {
  const verdicts: Verdict[] = [];
  const unsaid: string[] = [];
  const say = (
    key: VerdictKey,
    tone: Verdict['tone'],
    title: string,
    detail: string,
    rule: string,
    codes: readonly string[] = [],
  ): void => void verdicts.push({ key, tone, title, detail, rule, codes: [...codes] });
  const sum = (minor: number): string => `${whole(majorFromMinor(minor, currency))} ${currency}`;
  const known = reading.spreads.revenue.known;
  const { concentration: spread, wall, newcomers, room, find } = reading;

  sayCourse();
  if (known < rules.fewest || !(reading.revenue! > 0)) {
    say(
      'too-little',
      'care',
      'Too little data to say.',
      listings.length === 0
        ? 'No listing stands here.'
        : known === 0
          ? `Revenue is known of none of ${listings.length} listing${listings.length === 1 ? '' : 's'}.`
          : !(reading.revenue! > 0)
            ? 'None of them sells, as far as is known.'
            : `Revenue is known of ${known} listing${known === 1 ? '' : 's'}; ${rules.fewest} are the least to read a shelf by.`,
      `Fewer than ${rules.fewest} listings whose revenue is known, or none that sells.`,
      listings.filter((l) => l.revenue === null).map((l) => l.code),
    );
    unsaid.push('Who owns it, what newcomers earn and how open it is: too few listings with known revenue.');
    sayPrices();
    return { verdicts, unsaid };
  }

  const owners = spread!.brands.slice(0, 2);
  const owned = owners.reduce((s, b) => s + b.share, 0);
  if (owned >= rules.ownedShare)
    say(
      'owned',
      'fails',
      owners[0]!.share >= rules.ownedShare
        ? `One brand takes ${percent(owners[0]!.share)} of the revenue.`
        : `Two brands take ${percent(owned)} of the revenue.`,
      `${owners.map((b) => `${b.brand || b.codes[0]} ${percent(b.share)}`).join(', ')}. HHI of the listings ${whole(spread!.hhi)}: ${spread!.band}.`,
      `The two largest brands take at least ${percent(rules.ownedShare)}.`,
      owners.flatMap((b) => b.codes),
    );

  const leaders = [...listings]
    .filter((l) => l.revenue !== null)
    .sort((a, b) => b.revenue! - a.revenue!)
    .slice(0, spread!.holders);
  const reviewed = leaders.filter((l) => l.reviews !== null);
  const inWall = reviewed.filter((l) => l.reviews! > rules.wallReviews);
  const wallShare = reviewed.length === 0 ? null : inWall.length / reviewed.length;
  if (wallShare === null) unsaid.push('The review wall: reviews are not known of those who earn most.');
  else if (wallShare >= rules.wallShare)
    say(
      'wall',
      'fails',
      'The wall of reviews is too high.',
      `${inWall.length} of the ${reviewed.length} listings that make ${percent(rules.share)} of the revenue have over ${whole(rules.wallReviews)} reviews.${monthsToClimb()}`,
      `At least ${percent(rules.wallShare)} of those who share most have over ${whole(rules.wallReviews)} reviews.`,
      inWall.map((l) => l.code),
    );

  if (
    find &&
    find.z !== null &&
    find.timesThird !== null &&
    find.z >= rules.outlierZ &&
    find.timesThird >= rules.outlierTimes
  )
    say(
      'outlier',
      'care',
      'The find is an outlier here.',
      `It earns ${whole(find.timesThird)} times what the third best of the others does and ${whole(find.timesMedian)} times their middle: do not take it for what a newcomer sells.`,
      `At least ${rules.outlierTimes} times the third best of the others, and ${rules.outlierZ} robust deviations above them (median and MAD, on logs).`,
      [find.code],
    );
  else if (find) unsaid.push(`The find earns more than ${percent(find.percentile)} of the others: no outlier.`);

  sayNewcomers();
  sayPrices();

  const craft = reading.spreads.craft;
  if (craft.known >= rules.fewest && craft.median! < rules.weakCraft)
    say(
      'weak-pages',
      'holds',
      'Pages are weak.',
      `Median page craft ${whole(craft.median!)} of 100, of ${craft.known} pages.`,
      `Median page craft below ${rules.weakCraft}.`,
      listings.filter((l) => l.craft !== null && l.craft < rules.weakCraft).map((l) => l.code),
    );

  const enough = minorFromMajor(rules.healthyRevenue, currency);
  const earners = listings.filter((l) => (l.revenue ?? 0) >= enough);
  const grave = verdicts.some((v) => v.tone === 'fails');
  if (!grave && earners.length >= rules.healthyListings && spread!.top[1] < 0.5)
    say(
      'healthy',
      'holds',
      'Healthy: many earn.',
      `${earners.length} listings make at least ${sum(enough)} a month; the first two take ${percent(spread!.top[1])}.`,
      `At least ${rules.healthyListings} listings make ${sum(enough)} a month, the first two take under half, and nothing above speaks against it.`,
      earners.map((l) => l.code),
    );
  const grades = { fails: 0, care: 1, holds: 2 };
  verdicts.sort((a, b) => grades[a.tone] - grades[b.tone]);
  return { verdicts, unsaid };

  function monthsToClimb(): string {
    return wall && wall.months !== null
      ? ` About ${whole(Math.max(1, wall.months))} months to climb to the median of ${whole(wall.median)}.`
      : '';
  }

  function sayNewcomers(): void {
    if (!newcomers || newcomers.codes.length < 3) {
      const n = newcomers?.codes.length ?? 0;
      unsaid.push(
        `What newcomers earn: ${n === 0 ? 'none' : n} came within ${rules.newcomerMonths} months or has up to ${rules.newcomerReviews} reviews; three are the least.`,
      );
      return;
    }
    const who = `${newcomers.codes.length} listings younger than ${rules.newcomerMonths} months or with up to ${rules.newcomerReviews} reviews`;
    const range = `make ${sum(newcomers.least)} to ${sum(newcomers.most)} a month, the middle one ${percent(newcomers.ofMedian)} of the shelf’s median`;
    const cheap = newcomers.priceOfMedian !== null && newcomers.priceOfMedian < rules.cheapShare;
    if (newcomers.ofMedian >= rules.newcomerShare && cheap)
      say(
        'cheap-newcomers',
        'care',
        'Newcomers sell because they are cheap.',
        `${who} ${range}, at ${percent(newcomers.priceOfMedian!)} of the median price.`,
        `Newcomers earn, at less than ${percent(rules.cheapShare)} of the median price.`,
        newcomers.codes,
      );
    else if (newcomers.ofMedian >= rules.newcomerShare)
      say(
        'newcomers-earn',
        'holds',
        'Newcomers earn.',
        `${who} ${range}.`,
        `Three or more newcomers, the middle one makes at least ${percent(rules.newcomerShare)} of the median.`,
        newcomers.codes,
      );
    else
      say(
        'newcomers-starve',
        'care',
        'Newcomers earn little.',
        `${who} ${range}.`,
        `Three or more newcomers, the middle one makes less than ${percent(rules.newcomerShare)} of the median.`,
        newcomers.codes,
      );
  }

  function sayPrices(): void {
    if (!room || room.change === null || room.changesKnown < rules.fewest) {
      unsaid.push('Whether prices hold: their course is known of too few listings.');
      return;
    }
    const cutShare = room.cut.length / room.changesKnown;
    if (room.change <= -rules.warFall || cutShare >= rules.cutShare)
      say(
        'price-war',
        'fails',
        'A price war.',
        `The median price moved ${room.change > 0 ? '+' : ''}${(100 * room.change).toFixed(1)} % over ${room.changeOver}; ${room.cut.length} of ${room.changesKnown} listings cut theirs by ${percent(rules.cutDepth)} or more.`,
        `The median price fell by ${percent(rules.warFall)} or more, or ${percent(rules.cutShare)} of the listings cut theirs by ${percent(rules.cutDepth)}.`,
        room.cut,
      );
  }

  function sayCourse(): void {
    if (!course) return;
    if (course.kind === 'unknown') unsaid.push(`Season and trend: ${course.words}.`);
    const share = course.bestThree?.share ?? 0;
    const months = course.bestThree?.months.map((m) => MONTH_NAMES[m]).join(', ') ?? '';
    if (course.kind === 'flash' || course.kind === 'once')
      say(
        'flash',
        'fails',
        course.kind === 'flash' ? 'A flash: it sells a few weeks a year.' : 'One peak that may not come back.',
        `${percent(share)} of a year’s searches fall on ${months}.`,
        `At least ${percent(FLASH_SHARE)} of a year’s searches in the best three months.`,
      );
    else if (course.kind === 'season')
      say(
        'season',
        'care',
        'It has a season.',
        `${percent(share)} of a year’s searches fall on ${months}; strength ${percent(course.season ?? 0)}.`,
        `At least ${percent(SEASON_SHARE)} of the year’s searches in three months, and a strength of season of ${percent(SEASON_STRENGTH)} or more.`,
      );
  }
};
