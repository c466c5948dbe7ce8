import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { WatchedListing } from '@kettle/contract/watch';
import { useMarket } from '../../ground/market/market.ts';
import { decimal } from '../../ground/ui/format.ts';
import { gapPath } from '../../ground/ui/gap-path.ts';
import './small-multiples.css';
import type { Watched } from './use-watched.ts';

const [WIDTH, HEIGHT, TOP] = [136, 54, 4];
const FEW = 12;

/** The members of a group, each with its own small line, all on one scale. */
export const SmallMultiples = ({ watched: { shown, only, groups } }: { watched: Watched }) => {
  const [all, setAll] = useState(false);
  const withCourse = shown.filter((w) => w.course.some((v) => v !== null));
  if (withCourse.length < 2) return null;
  const most = Math.max(...withCourse.flatMap((w) => w.course.map((v) => v ?? 0)));
  const name = only && 'group' in only ? groups.find((g) => g.id === only.group)?.name : only && 'label' in only ? only.label : undefined; // prettier-ignore
  const cards = all ? withCourse : withCourse.slice(0, FEW);
  return (
    <Box as="section" aria-labelledby="multiples" mt="5">
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h2" id="multiples" fontSize="16px">
          {name ?? 'All'}, one scale
        </Heading>
        <Text color="inkSoft" fontSize="13px">
          Units a day by rank, 60 days, each from 0 to {decimal(most)}
        </Text>
        {withCourse.length > FEW && (
          <Button size="2xs" variant="outline" onClick={() => setAll(!all)}>
            {all ? `The first ${FEW}` : `All ${withCourse.length}`}
          </Button>
        )}
      </Flex>
      <ul className="small-multiples">
        {cards.map((w) => (
          <Card key={w.code} listing={w} most={most} />
        ))}
      </ul>
    </Box>
  );
};

const Card = ({ listing: { code, title, course }, most }: { listing: WatchedListing; most: number }) => {
  const market = useMarket();
  const step = WIDTH / Math.max(1, course.length - 1);
  const path = gapPath(course, step, (v) => HEIGHT - ((HEIGHT - TOP) * v) / most);
  const known = course.filter((v) => v !== null);
  return (
    <li>
      <Link to={`/${market.id}/watched/chart?pick=${encodeURIComponent(code)}`} title={title}>
        <span>{title}</span>
        <svg
          width={WIDTH}
          height={HEIGHT + 2}
          role="img"
          aria-label={`${known.length} days read, at last ${decimal(known.at(-1))} a day`}
        >
          <line x1="0" x2={WIDTH} y1={HEIGHT} y2={HEIGHT} />
          <path d={path} />
        </svg>
        <b>{decimal(known.at(-1))}</b>
      </Link>
    </li>
  );
};
