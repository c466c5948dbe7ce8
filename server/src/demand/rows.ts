import type { NicheRow, TermRow } from '@kettle/contract/demand';
import type { DemandChoice } from '@kettle/core/demand/choice';
import { nicheFigures, outlayToEnter } from '@kettle/core/demand/niche';
import { monthsOfWeeks } from '@kettle/core/demand/weeks';
import { holdersOf } from '@kettle/core/stats/concentration';
import { ownTerms } from './figure-table.ts';
import { topClick, type DemandIndex, type DemandNiche, type DemandTerm } from './index.ts';

const ofCourse = ({ course }: DemandNiche | DemandTerm) => ({
  volumeQuarter: course.quarter,
  volumeYear: course.year,
  growthQuarter: course.growthQuarter,
  growthYear: course.growthYear,
  quarterPace: course.quarterPace,
  bestThree: course.bestThree?.share ?? null,
  season: course.season,
  trendYear: course.trendYear,
});

export const figuresOfNiche = (niche: DemandNiche, { share, outlay }: Pick<DemandChoice, 'share' | 'outlay'>) => {
  const f = nicheFigures(niche.prepared, share);
  return {
    ...ofCourse(niche),
    holders: f.holders,
    holdersChange: f.holders === null || f.holdersYearAgo === null ? null : f.holders - f.holdersYearAgo,
    effective: f.effective,
    topShare: f.topShare,
    listings: niche.listings.length,
    brands: f.brands,
    price: f.price,
    units: f.units,
    revenue: f.revenue,
    reviews: f.reviews,
    terms: ownTerms(niche),
    outlay: outlayToEnter(f.price, f.units, outlay),
  };
};
export const figuresOfTerm = (term: DemandTerm, share: number) => ({
  ...ofCourse(term),
  buyRate: term.buyRate,
  competing: term.competing,
  found: term.found,
  topShare: topClick(term),
  holders: holdersOf(term.clicks, share),
});

const known = (value: number | null): number | null => (value === null || Number.isNaN(value) ? null : value);
const MONTHS = 36;
const monthsOf = (series: DemandTerm['series']): (number | null)[] =>
  series
    ? monthsOfWeeks(series)
        .slice(-MONTHS)
        .map((m) => (m.volume === null ? null : Math.round(m.volume)))
    : [];
const clean = (figures: Record<string, number | null>): Record<string, number | null> =>
  Object.fromEntries(Object.entries(figures).map(([k, v]) => [k, known(v)]));

export const nicheRow = (niche: DemandNiche, settings: Pick<DemandChoice, 'share' | 'outlay'>): NicheRow => ({
  id: niche.id,
  name: niche.name,
  category: niche.categoryPath,
  course: niche.course.kind,
  words: niche.course.words,
  figures: clean(figuresOfNiche(niche, settings)),
  months: monthsOf(niche.series),
});
export const termRow = (index: DemandIndex, term: DemandTerm, share: number): TermRow => ({
  id: term.id,
  text: term.text,
  brand: term.brand,
  course: term.course.kind,
  words: term.course.words,
  figures: clean(figuresOfTerm(term, share)),
  months: monthsOf(term.series),
  niches: term.niches.map((id) => ({ id, name: index.nicheById.get(id)!.name })),
});
