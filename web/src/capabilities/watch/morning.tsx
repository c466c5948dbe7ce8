import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Morning as MorningReply } from '@kettle/contract/watch';
import { newsInWords, type News } from '@kettle/core/changes/news';
import { addDays, daysBetween, type Day } from '@kettle/core/measures/day';
import { useMorningQuery } from '../../ground/api/candidates.ts';
import { listingPath } from '../../ground/market/listing-path.ts';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { count, day, decimal, money } from '../../ground/ui/format.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { Mark, type MarkKind } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { Spark } from '../../ground/ui/spark.tsx';

type Row = MorningReply['listings'][number];
const FIRST_LOOK_DAYS = 7;
const FEW = 12;

/** A shape for what it means to somebody who wants to sell beside them: room, a threat, or something to look into. */
const markOf = (news: News): [MarkKind, string] => {
  if (news.kind === 'level') return news.times > 1 ? ['holds', 'sells more'] : ['fails', 'sells less'];
  if (news.kind === 'sellers') return news.now > news.before ? ['fails', 'a threat'] : ['holds', 'less crowded'];
  if (news.kind === 'price') return news.now < news.before ? ['fails', 'cheaper'] : ['holds', 'dearer'];
  if (news.kind === 'stock') return ['care', 'stock'];
  return ['care', 'look into it'];
};

/** Since when a seller wants to hear: since the last look, which is kept in the browser, or some days back. */
const useSince = (marketplace: string, today: Day) => {
  const place = `morning/${marketplace}`;
  const [seen, setSeen] = useState(() => {
    const last = kept<Day>(place);
    return last !== null && last <= today ? last : null;
  });
  const [choice, setChoice] = useState<string>(seen === null ? String(FIRST_LOOK_DAYS) : 'seen');
  const since = choice === 'seen' && seen !== null ? seen : addDays(today, -Number(choice));
  const markSeen = (): void => {
    keep(place, today);
    setSeen(today);
    setChoice('seen');
  };
  return { since, seen, choice, setChoice, markSeen };
};

/** What happened to the watched listings since one was last here, the gravest first. */
export const Morning = () => {
  const market = useMarket();
  const { today } = market;
  const { since, seen, choice, setChoice, markSeen } = useSince(market.id, today);
  const { data, error } = useMorningQuery({ params: { marketplace: market.id }, query: { since } });
  const [all, setAll] = useState(false);
  if (error) return <ProblemNote error={error} />;
  if (!data || data.watched + data.due.length === 0) return null;
  const rows = all ? data.listings : data.listings.slice(0, FEW);
  const quiet = data.watched - data.listings.length;
  return (
    <Box as="section" aria-labelledby="morning" mt="4">
      <Flex gap="4" align="flex-end" wrap="wrap" mb="1">
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
      {data.due.length > 0 && (
        <Text mb="2">
          <Mark kind="care" word="due" />
          Look again, as you wished:{' '}
          {data.due.map(({ id, name, day: on }, i) => (
            <span key={id}>
              {i > 0 && ', '}
              <Link to={`/${market.id}/candidates/${id}`} style={{ textDecoration: 'underline' }}>
                {name}
              </Link>{' '}
              ({day(on, today)})
            </span>
          ))}
        </Text>
      )}
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
                    {[r.brand, ...r.candidates.map((c) => c.name)].filter(Boolean).join(' · ')}
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
          ]}
        />
      )}
      <Text color="inkSoft" mt="1">
        {data.listings.length === 0
          ? `${count(data.watched)} watched ${data.watched === 1 ? 'listing' : 'listings'}: nothing beyond a price by 5 %, a level by a quarter, stock, sellers, stars.`
          : quiet > 0
            ? `${count(quiet)} others: nothing beyond a price by 5 %, a level by a quarter, stock, sellers, stars.`
            : ''}{' '}
        {data.listings.length > FEW && (
          <Button size="2xs" variant="outline" onClick={() => setAll(!all)}>
            {all ? 'The gravest alone' : `All ${count(data.listings.length)}`}
          </Button>
        )}
      </Text>
      {data.stale.length > 0 && (
        <Text mt="1">
          <Mark kind="care" word="stale" />
          {count(data.stale.length)} not read up to today: what is shown of {data.stale.length === 1 ? 'it' : 'them'} is
          older, and estimates are wider for it.{' '}
          <Box as="span" color="inkSoft">
            {data.stale
              .slice(0, 3)
              .map((s) => `${s.title}${s.last ? `, ${day(s.last, today)}` : ', never'}`)
              .join('; ')}
            {data.stale.length > 3 && ' …'}
          </Box>
        </Text>
      )}
    </Box>
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
