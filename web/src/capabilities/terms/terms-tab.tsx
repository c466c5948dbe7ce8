import { Flex } from '@chakra-ui/react';
import type { Candidate } from '@kettle/contract/candidates';
import { TermsTable } from './terms-table.tsx';

const MOST = 12;

/** The terms of a candidate's line-up side by side, the find first; the ticked ones are its term basket. */
export default function TermsTab({ candidate }: { candidate: Candidate }) {
  const codes = [...candidate.lineUp].sort((a, b) => Number(b.anchor) - Number(a.anchor)).map((l) => l.code);
  return (
    <Flex direction="column" h="100%">
      <TermsTable codes={codes.slice(0, MOST)} candidate={candidate.id} />
    </Flex>
  );
}
