import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Morning as MorningReply } from '@kettle/contract/watch';
import { newsInWords, type News } from '@kettle/core/changes/news';
import { daysBetween } from '@kettle/core/measures/day';
import { listingPath } from '../../ground/market/listing-path.ts';
import { useMarket } from '../../ground/market/market.ts';
import { count, day, decimal, money, percent } from '../../ground/ui/format.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { Mark, type MarkKind } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { Empty } from '../../ground/ui/empty.tsx';
import { Spark } from '../../ground/ui/spark.tsx';
import { DueCandidates } from './due-candidates.tsx';
import { SmallMultiples } from './small-multiples.tsx';
import type { Watched } from './use-watched.ts';

type Row = MorningReply['listings'][number];
const FEW = 12;

/** A shape for what it means to somebody who wants to sell beside them: room, a threat, or something to look into. */
const markOf = (news: News): [MarkKind, string] => {
  if (news.kind === 'level') return news.times > 1 ? ['holds', 'on a higher level'] : ['fails', 'on a lower level'];
  if (news.kind === 'sellers') return news.now > news.before ? ['fails', 'a threat'] : ['holds', 'less crowded'];
  if (news.kind === 'price') return news.now < news.before ? ['fails', 'cheaper'] : ['holds', 'dearer'];
  if (news.kind === 'stock') return ['care', 'stock'];
  if (news.kind === 'terms') {
    const rose = news.now !== null && (news.before === null || news.now < news.before);
    return rose ? ['holds', 'found sooner'] : ['fails', 'found later'];
  }
  return ['care', 'look into it'];
};

/** What happened to the watched listings since one was last here, the gravest first. */
export const Morning = ({ watched }: { watched: Watched }) => {
  const market = useMarket();
  const { today } = market;
  const { since, seen, choice, setChoice, markSeen } = watched.since;
  const data = watched.morning;
  const [all, setAll] = useState(false);
  if (!data) return null;
  if (data.watched === 0)
    return (
      <Empty title="Nothing is watched yet">
        Paste codes on the left, or press w on a row of any list. From then on each listing is read once a day, and what
        happens to it stands here the next morning.
      </Empty>
    );
  const shown = new Set(watched.shown.map((w) => w.code));
  const news = data.listings.filter((l) => watched.only === null || shown.has(l.code));
  const stale = data.stale.filter((l) => watched.only === null || shown.has(l.code));
  const rows = all ? news : news.slice(0, FEW);
  const quiet = (watched.only === null ? data.watched : watched.shown.length) - news.length;
  return (
    <>
      <Flex gap="4" align="flex-end" wrap="wrap" mb="2">
        <Heading as="h2" id="morning" fontSize="18px">
          Since {daysBetween(since, today) === 0 ? 'today' : day(since, today)}
        </Heading>
        <LabelledChoice
          label="Tell me of"
          width="210px"
          value={choice}
          onChange={setChoice}
          options={[
            ...(seen === null ? [] : [['seen', `since I was last here, ${day(seen, today)}`] as const]),
            ['1', 'the last day'],
            ['7', 'the last 7 days'],
            ['30', 'the last 30 days'],
          ]}
        />
        {seen !== today && (
          <Button size="xs" variant="outline" onClick={markSeen}>
            I have seen it
          </Button>
        )}
      </Flex>
      {watched.only === null && <DueCandidates morning={data} />}
      {data.groups
        .filter((g) => watched.only === null || ('group' in watched.only && watched.only.group === g.id))
        .map((g) => (
          <Text key={g.id} mb="1">
            <Mark kind={g.times > 1 ? 'holds' : 'fails'} word={g.times > 1 ? 'demand rose' : 'demand fell'} />
            <button
              type="button"
              style={{ textDecoration: 'underline' }}
              onClick={() => watched.choose({ group: g.id })}
            >
              {g.name}
            </button>{' '}
            as a group sells {percent(Math.abs(g.times - 1))} {g.times > 1 ? 'more' : 'less'} than its season since{' '}
            {day(g.day, today)}: {count(g.listings)} listings, {g.days} days.
          </Text>
        ))}
      {rows.length > 0 && (
        <PlainTable
          label="What is new"
          rows={rows}
          rowKey={(r) => r.code}
          columns={[
            {
              head: 'Listing',
              names: true,
              cell: (r) => (
                <>
                  <Box asChild fontWeight="600">
                    <Link to={listingPath(market.id, r.code)}>{r.title}</Link>
                  </Box>
                  <Box color="inkSoft" fontSize="12px" fontWeight="400">
                    {[r.brand, ...r.labels, ...r.candidates.map((c) => c.name)].filter(Boolean).join(' · ')}
                  </Box>
                </>
              ),
            },
            { head: 'What is new', align: 'left', cell: (r) => <NewsLines row={r} /> },
            {
              head: '60 days',
              explanation: 'Units a day by rank; the price where there is no rank',
              cell: (r) => <Course row={r} />,
            },
            {
              head: 'Its days',
              unseen: true,
              align: 'left',
              cell: (r) => (
                <Link
                  to={`/${market.id}/watched/chart?pick=${encodeURIComponent(r.code)}&on=${r.news[0]!.day}`}
                  aria-label={`Days of ${r.title}`}
                  style={{ textDecoration: 'underline' }}
                >
                  days
                </Link>
              ),
            },
          ]}
        />
      )}
      <Text color="inkSoft" mt="1">
        {news.length === 0
          ? `${count(quiet)} watched ${quiet === 1 ? 'listing' : 'listings'}: nothing beyond your rules. `
          : quiet > 0
            ? `${count(quiet)} others: nothing beyond your rules. `
            : ''}
        <Link to={`/${market.id}/watched/runs`} style={{ textDecoration: 'underline' }}>
          From where on I am told
        </Link>{' '}
        {news.length > FEW && (
          <Button size="2xs" variant="outline" onClick={() => setAll(!all)}>
            {all ? 'The gravest alone' : `All ${count(news.length)}`}
          </Button>
        )}
      </Text>
      {stale.length > 0 && (
        <Text mt="1">
          <Mark kind="care" word="stale" />
          {count(stale.length)} not read up to {market.simulated ? 'today' : 'when it was due'}: what is shown of{' '}
          {stale.length === 1 ? 'it' : 'them'} is older, and estimates are wider for it.{' '}
          <Box as="span" color="inkSoft">
            {stale
              .slice(0, 3)
              .map((s) => `${s.title}${s.last ? `, ${day(s.last, today)}` : ', never'}`)
              .join('; ')}
            {stale.length > 3 && ' …'}
          </Box>
        </Text>
      )}
      <SmallMultiples watched={watched} />
    </>
  );
};

const NewsLines = ({ row }: { row: Row }) => {
  const market = useMarket();
  return (
    <Box as="ul" listStyleType="none">
      {row.news.map((n) => {
        const [kind, word] = markOf(n);
        return (
          <li key={n.kind}>
            <Mark kind={kind} word={word} />
            {newsInWords(n, (minor) => money(minor, market))}
            <Box as="span" color="inkSoft">
              , {day(n.day, market.today)}
            </Box>
          </li>
        );
      })}
    </Box>
  );
};

const Course = ({ row: { days } }: { row: Row }) => {
  const market = useMarket();
  const byUnits = days.some((d) => d.units !== null);
  const values = days.map((d) => (byUnits ? d.units : d.price));
  const last = values.findLast((v) => v !== null) ?? null;
  const words = byUnits ? `${decimal(last)} a day` : money(last, market);
  return (
    <Flex gap="2" align="center" justify="flex-end">
      <Spark values={values} label={`${days.length} days read, at last ${words}`} />
      <Box as="span" w="80px" textAlign="right">
        {words}
      </Box>
    </Flex>
  );
};
