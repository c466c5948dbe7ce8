import { Flex, Heading, Text } from '@chakra-ui/react';
import type { ServiceName, Weather } from '@kettle/contract/suppliers';
import { useServicesQuery, useSetServiceMutation } from '../../ground/api/suppliers.ts';
import { useMarket } from '../../ground/market/market.ts';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';

const NAMES: Readonly<Record<ServiceName, string>> = {
  listings: 'Feed of listings',
  searches: 'Feed of searches',
  suppliers: 'Directory of suppliers',
  assistant: 'Writing assistant',
};
const WEATHER_NAMES: readonly (readonly [Weather, string])[] = [
  ['fair', 'answers'],
  ['slow', 'answers slowly'],
  ['away', 'does not answer'],
  ['limited', 'wants to be asked less'],
  ['empty', 'finds nothing'],
  ['garbled', 'answers nonsense'],
];

/** The simulated services of an invented marketplace, which can be let down to see what becomes of the work. */
export const SimulatedServices = () => {
  const market = useMarket();
  const { data = [] } = useServicesQuery({ params: { marketplace: market.id } });
  const [set, { error }] = useSetServiceMutation();
  if (data.length === 0) return null;
  return (
    <>
      <Heading as="h3" fontSize="14px" mt="5">
        Simulated services
      </Heading>
      <Text color="inkSoft" mb="1">
        They stand in for services outside. Let one down to see what becomes of your work when it happens.
      </Text>
      <Flex gap="3" wrap="wrap">
        {data.map(({ service, weather }) => (
          <LabelledChoice
            key={service}
            label={NAMES[service]}
            width="210px"
            value={weather}
            onChange={(to) =>
              void set({ params: { marketplace: market.id, service }, body: { weather: to as Weather } })
            }
            options={WEATHER_NAMES}
          />
        ))}
      </Flex>
      <ProblemNote error={error} />
    </>
  );
};
