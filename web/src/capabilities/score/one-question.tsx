import { Box, Heading } from '@chakra-ui/react';
import { useState } from 'react';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import type { Scoresheet } from '@kettle/core/documents/scoresheet';
import { LabelledChoice } from '../../ground/ui/labelled-choice.tsx';
import { PlainTable } from '../../ground/ui/plain-table.tsx';
import { Choices } from './choices.tsx';

/** One question across all candidates: the same measure is laid on each of them. */
export const OneQuestion = ({ sheet, rows }: { sheet: Scoresheet; rows: readonly ScoredCandidate[] }) => {
  const questions = [
    ...sheet.gates
      .filter((g) => g.measured === null)
      .map((g) => ({ key: g.key, name: g.name, how: g.how, options: [['pass', 'passes'], ['fail', 'fails']] as [string, string][] })), // prettier-ignore
    ...sheet.criteria.flatMap((c) =>
      c.scale.kind === 'judged'
        ? [{ key: c.key, name: c.name, how: c.how, options: c.scale.options.map((o): [string, string] => [o.key, o.label]) }] // prettier-ignore
        : [],
    ),
  ];
  const [chosen, setChosen] = useState('');
  if (questions.length === 0 || rows.length < 2) return null;
  const open = (key: string): number => rows.filter((r) => r.answers[key] === undefined).length;
  const question = questions.find((q) => q.key === chosen);
  return (
    <Box as="section" aria-labelledby="one-question" px="5" pt="6">
      <Heading as="h2" id="one-question" fontSize="17px" mb="1">
        One question for all
      </Heading>
      <LabelledChoice
        label="Question"
        width="320px"
        value={chosen}
        onChange={setChosen}
        options={[
          ['', 'choose one'],
          ...questions.map((q) => [q.key, `${q.name}${open(q.key) > 0 ? ` (${open(q.key)} open)` : ''}`] as const),
        ]}
      />
      {question && (
        <Box mt="2" maxW="52rem">
          <Box color="inkSoft" fontSize="13px" mb="1">
            {question.how}
          </Box>
          <PlainTable
            label={question.name}
            roomy
            rows={rows}
            rowKey={(r) => `${r.id}/${question.key}`}
            columns={[
              { head: 'Candidate', names: true, cell: (r) => r.name },
              {
                head: 'Answer and evidence',
                align: 'left',
                cell: (r) => (
                  <Choices
                    label={`${question.name}: ${r.name}`}
                    options={question.options}
                    candidate={r.id}
                    criterion={question.key}
                    answer={r.answers[question.key]}
                  />
                ),
              },
            ]}
          />
        </Box>
      )}
    </Box>
  );
};
