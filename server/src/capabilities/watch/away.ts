import { Feed } from 'feed';
import ICAL from 'ical.js';
import type { Morning, WatchedListing } from '@kettle/contract/watch';
import { newsInWords } from '@kettle/core/changes/news';
import { addDays, type Day } from '@kettle/core/measures/day';
import { majorFromMinor } from '@kettle/core/money/money';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import type { Table } from '../../ground/export/table.ts';

/** Signs that XML cannot hold at all. */
// eslint-disable-next-line no-control-regex -- these are what is taken out
const UNTELLABLE = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g;
const plain = (text: string): string => text.replace(UNTELLABLE, ' ').toWellFormed();
/** Titles and summaries are taken for HTML by whoever reads the feed: text stays text. */
const asHtml = (text: string): string =>
  plain(text).replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

const moneyIn =
  ({ currency }: Market) =>
  (minor: number): string =>
    `${majorFromMinor(Math.round(minor), currency)} ${currency}`;
const noon = (day: Day): Date => new Date(`${day}T12:00:00Z`);

/**
 * What is new of the watched listings as an Atom feed (RFC 4287), an entry a listing. An entry keeps its id as long as the
 * newest of its news is the same, so that a reader shows it once.
 */
export const atomOf = (market: Market, morning: Morning, address: string): string => {
  const home = address.replace(/\/api\/.*$/, '');
  const feed = new Feed({
    id: `urn:cold-kettle:${market.id}:watched`,
    title: plain(`Watched on ${market.name}`),
    description: `Since ${morning.since}`,
    copyright: '',
    generator: 'Cold Kettle',
    updated: noon(morning.listings.flatMap((l) => l.news.map((n) => n.day)).sort().at(-1) ?? morning.since), // prettier-ignore
    author: { name: 'Cold Kettle' },
    link: `${home}/${market.id}/watched`,
    feedLinks: { atom: address },
  });
  for (const { code, title, news } of morning.listings) {
    const newest = news.reduce<Day>((latest, n) => (n.day > latest ? n.day : latest), '');
    const words = news.map((n) => `${newsInWords(n, moneyIn(market))}, ${n.day}`);
    feed.addItem({
      id: `urn:cold-kettle:${market.id}:${encodeURIComponent(code)}:${newest}`,
      title: asHtml(`${title}: ${newsInWords(news[0]!, moneyIn(market))}`),
      link: `${home}/${market.id}/listings/${encodeURIComponent(code)}`,
      date: noon(newest),
      description: asHtml(words.join('; ')),
    });
  }
  return feed.atom1();
};

// The blank that a folded line begins with counts as well (RFC 5545, 3.1): 75 octets with it.
ICAL.foldLength = 74;

const timeOf = (day: Day): ICAL.Time => ICAL.Time.fromDateString(day);

export interface CalendarDay {
  /** Stays the same as long as it is the same thing, whatever day it moves to. */
  uid: string;
  day: Day;
  title: string;
  text: string;
}
/**
 * Days to remember as iCalendar (RFC 5545): whole days, one event each.
 * @param stamp the moment it is made
 */
export const calendarOf = (name: string, days: readonly CalendarDay[], stamp: Date): string => {
  const calendar = new ICAL.Component(['vcalendar', [], []]);
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Cold Kettle//Watched//EN');
  calendar.updatePropertyWithValue('x-wr-calname', plain(name));
  for (const { uid, day, title, text } of days) {
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', uid);
    event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(stamp, true));
    event.updatePropertyWithValue('dtstart', timeOf(day));
    event.updatePropertyWithValue('dtend', timeOf(addDays(day, 1)));
    event.updatePropertyWithValue('summary', plain(title));
    if (text) event.updatePropertyWithValue('description', plain(text));
    event.updatePropertyWithValue('transp', 'TRANSPARENT');
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
};

/** News as a table, a line each. */
export const newsTable = (market: Market, morning: Morning): Table => ({
  name: `News of watched listings on ${market.name} since ${morning.since}`,
  about: [
    `What is new of ${morning.watched} watched listings on ${market.name} since ${morning.since}, as of ${morning.today}; the gravest first.`,
  ],
  columns: ['Code', 'Title', 'Brand', 'Labels', 'Candidates', 'Kind', 'News', 'Since'],
  rows: morning.listings.flatMap(({ code, title, brand, labels, candidates, news }) =>
    news.map((n) => [
      code,
      title,
      brand,
      labels.join(', '),
      candidates.map((c) => c.name).join(', '),
      n.kind,
      newsInWords(n, moneyIn(market)),
      n.day,
    ]),
  ),
});

const major = (market: Market, minor: number | null): number | null =>
  minor === null ? null : majorFromMinor(minor, market.currency);
const rounded = (n: number | null): number | null => (n === null ? null : Math.round(n * 1000) / 1000);

/** Watched listings as a table, then beside now. */
export const watchedTable = (
  market: Market,
  rows: readonly WatchedListing[],
  groups: ReadonlyMap<number, string>,
): Table => ({
  name: `Watched listings on ${market.name}`,
  about: [
    `Watched listings on ${market.name} as of ${market.today}. Money in ${market.currency}; units a month with the range that holds four times out of five; “then” is the day it was put here.`,
  ],
  columns: [
    'Code',
    'Title',
    'Brand',
    'Category',
    'Group',
    'Labels',
    'Candidates',
    'Watched since',
    'Last reading',
    'Stale',
    'Days read',
    'Price',
    'Rank',
    'Units',
    'Units, low',
    'Units, high',
    'Reviews',
    'Rating',
    'Sellers',
    'Stock',
    'Price then',
    'Units then',
    'Reviews then',
    'Change of units',
    'Season explains',
  ],
  rows: rows.map((w) => [
    w.code,
    w.title,
    w.brand,
    w.category,
    w.group === null ? '' : (groups.get(w.group) ?? ''),
    w.labels.join(', '),
    w.candidates.map((c) => c.name).join(', '),
    w.since,
    w.lastReading,
    w.stale ? 'yes' : 'no',
    w.readings,
    major(market, w.now.price),
    w.rank,
    rounded(w.now.units),
    rounded(w.now.low),
    rounded(w.now.high),
    w.now.reviews,
    w.now.rating,
    w.now.sellers,
    w.stock,
    major(market, w.then?.price ?? null),
    rounded(w.then?.units ?? null),
    w.then?.reviews ?? null,
    rounded(w.between?.times == null ? null : w.between.times - 1),
    rounded(w.between?.season == null ? null : w.between.season - 1),
  ]),
});
