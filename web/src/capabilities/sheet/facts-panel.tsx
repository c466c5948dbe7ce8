import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { Link } from 'react-router';
import type { ListingSheet } from '@kettle/contract/listings';
import { lengthInUnit } from '@kettle/core/measures/units';
import { useWatchByCodesMutation } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { FactsList } from '../../ground/ui/facts-list.tsx';
import { count, day, decimal, money, moneyWith, percent, weightWith } from '../../ground/ui/format.ts';
import { Mark } from '../../ground/ui/mark.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { listingPath } from '../../ground/market/listing-path.ts';

/** What it is: size, weight, pack, rating, and the flags with their reasons. */
export const Facts = ({ sheet }: { sheet: ListingSheet }) => {
  const market = useMarket();
  const { listing, sides } = sheet;
  const unit = market.measures === 'imperial' ? 'in' : 'cm';
  const facts: [string, string][] = [
    ['Reviews', `${count(listing.reviews)}${sheet.reviewTexts > 0 ? `, ${count(sheet.reviewTexts)} on file` : ''}`],
    ['Rating', decimal(listing.rating)],
    ['Rank', listing.rank === null ? 'not known' : `${count(listing.rank)} in ${listing.category.split(' › ')[0]}`],
    [
      'Fulfilled by',
      listing.fulfilment === 'unknown'
        ? 'not known'
        : listing.fulfilment === 'marketplace'
          ? 'the marketplace'
          : 'the seller',
    ],
    ['Weight', listing.weight === null ? 'not known' : weightWith(listing.weight, market)],
    [
      'Sides',
      sides ? `${sides.map((s) => decimal(lengthInUnit(s, market.measures))).join(' × ')} ${unit}` : 'not known',
    ],
    ['Size class', listing.sizeClass ?? 'not known'],
    [
      'Pack',
      listing.packCount === null
        ? 'one piece, as far as the title says'
        : `${listing.packCount} pieces, ${moneyWith(listing.piecePrice, market)} each`,
    ],
    ['On sale since', sheet.onSaleSince ? day(sheet.onSaleSince) : 'not known'],
  ];
  return (
    <>
      <FactsList facts={facts} />
      {listing.flags.map((f) => (
        <Text key={f.key} fontSize="13px" mt="1.5">
          <Mark kind={f.kind === 'risk' ? 'care' : 'holds'} word={f.kind === 'risk' ? 'take care' : 'speaks for it'} />
          <b>{f.label}</b>: {f.reason}
        </Text>
      ))}
    </>
  );
};

/** Who sells it and who held the main offer how long. */
export const Sellers = ({ sheet }: { sheet: ListingSheet }) => {
  const { listing, holders } = sheet;
  return (
    <Box fontSize="13px" className="figures">
      <Text>
        {listing.sellers === null
          ? 'How many sell it is not known.'
          : listing.sellers === 1
            ? 'One seller: it looks like a private label.'
            : listing.sellers <= 2
              ? 'Two sellers: likely still a private label.'
              : `${count(listing.sellers)} sellers: a brand that many carry.`}
        {listing.soldByMarketplace === true && ' The marketplace itself is one of them.'}
      </Text>
      {holders.length === 0 ? (
        <Text color="inkSoft">Who held the main offer was not read.</Text>
      ) : (
        <>
          <Text color="inkSoft" mt="1">
            Main offer on the days read of the last 90:
          </Text>
          {holders.map((h) => (
            <Flex key={h.seller} gap="2" align="center">
              <Box flex="1" minW="0" truncate title={h.seller}>
                {h.seller}
              </Box>
              <Box w="90px" h="6px" bg="quietBar" aria-hidden>
                <Box h="100%" w={`${100 * h.share}%`} bg="series1" />
              </Box>
              <Box w="112px" textAlign="right">
                {percent(h.share)}, {h.days} days
              </Box>
            </Flex>
          ))}
        </>
      )}
    </Box>
  );
};

/** The variations of a product: what each sells, and what the family's figures mean. */
export const FamilyTable = ({ sheet }: { sheet: ListingSheet }) => {
  const market = useMarket();
  const { family, listing } = sheet;
  const [watch, { isLoading, error }] = useWatchByCodesMutation();
  if (!family)
    return (
      <Text fontSize="13px" color="inkSoft">
        {listing.variations !== null && listing.variations > 1
          ? `${count(listing.variations)} variations are named on its page, but no other of them is known here.`
          : 'It stands alone: no variations are known.'}
      </Text>
    );
  const unwatched = family.members.filter((m) => !m.watched).map((m) => m.code);
  const follow = (codes: readonly string[]): void =>
    void watch({ params: { marketplace: market.id }, body: { text: codes.join(' ') } });
  return (
    <Box fontSize="13px" className="figures">
      <Text mb="1">
        {family.units === null ? '' : `${count(family.units)} a month together. `}
        {family.meaning}.
      </Text>
      <PlainTable
        label="Variations"
        rows={family.members}
        rowKey={(m) => m.code}
        columns={[
          {
            head: 'Variation',
            cell: (m) => (
              <>
                {m.code === listing.code ? (
                  <b>{variationName(m.title)} (this one)</b>
                ) : (
                  <Link to={listingPath(market.id, m.code)} style={{ textDecoration: 'underline' }}>
                    {variationName(m.title)}
                  </Link>
                )}
                {m.code === family.leader && (
                  <Box as="span" color="inkSoft">
                    {' '}
                    stands for the family
                  </Box>
                )}
              </>
            ),
          },
          { head: 'Price', cell: (m) => money(m.price, market) },
          { head: 'Units', cell: (m) => count(m.units) },
          { head: 'Share', cell: (m) => percent(m.share) },
          { head: 'Reviews', cell: (m) => count(m.reviews) },
          {
            head: 'Watch',
            cell: (m) =>
              m.watched ? (
                'watched'
              ) : (
                <Button size="2xs" variant="outline" aria-label={`Watch ${m.code}`} onClick={() => follow([m.code])}>
                  watch
                </Button>
              ),
          },
        ]}
      />
      {unwatched.length > 1 && (
        <Button size="2xs" variant="outline" mt="2" loading={isLoading} onClick={() => follow(unwatched)}>
          Watch all {unwatched.length}
        </Button>
      )}
      <ProblemNote error={error} />
    </Box>
  );
};

/** What tells a variation from its family: the last part of its title. */
const variationName = (title: string): string => title.split(', ').at(-1) ?? title;

const VALUE_WORDS = {
  units: (v: number) => `${count(v)} a month`,
  reviews: (v: number) => `${count(v)} reviews`,
  stock: (v: number) => `${count(v)} sold`,
};

/** Where sources say different things: both sides with their days, and which is used. */
export const Contradictions = ({ sheet }: { sheet: ListingSheet }) => {
  const market = useMarket();
  return (
    <>
      {sheet.contradictions.map((c) => (
        <Box key={c.sentence} fontSize="13px" mt="1.5">
          <Text>
            <Mark kind="care" word="sources contradict each other" />
            {c.sentence}
          </Text>
          <Box as="ul" listStyleType="none" pl="5" className="figures">
            {c.sides.map((s) => (
              <Box as="li" key={`${s.source}${s.day}`} color={s.used ? 'ink' : 'inkSoft'}>
                {s.measure === 'price' ? money(s.value, market) : VALUE_WORDS[s.measure](s.value)} by {s.source},{' '}
                {day(s.day, sheet.today)}
                {s.used ? <b> · used</b> : ' · not used'}
              </Box>
            ))}
          </Box>
        </Box>
      ))}
    </>
  );
};

/** Where it was put aside before, and why. */
export const Asides = ({ sheet }: { sheet: ListingSheet }) => {
  const market = useMarket();
  return (
    <>
      {sheet.asides.map((a) => (
        <Text key={`${a.kind}${a.sentence}`} fontSize="13px" mt="1">
          <Mark kind="care" word="put aside before" />
          {a.candidate === null ? (
            a.sentence
          ) : (
            <Link to={`/${market.id}/candidates/${a.candidate}`} style={{ textDecoration: 'underline' }}>
              {a.sentence}
            </Link>
          )}
          {a.day && ` on ${day(a.day, sheet.today)}`}
          {a.reason ? `: ${a.reason}` : a.kind === 'stay-away' ? '' : ', without a reason noted'}.
        </Text>
      ))}
    </>
  );
};
