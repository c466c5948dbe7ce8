import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { renderSVG } from 'uqr';
import {
  useBeginFactorMutation,
  useDropFactorMutation,
  useRequireFactorMutation,
  useSecondFactorQuery,
  useUseFactorMutation,
} from '../../ground/api/people.ts';
import { ProblemNote } from '../../ground/ui/problem-note.tsx';
import { useConfirmed } from './confirmed.tsx';
import { Field } from './field.tsx';

/** Your second factor: set up, turned off, and for owners required of everybody. */
export const SecondFactor = ({ isOwner }: { isOwner: boolean }) => {
  const { data } = useSecondFactorQuery({ params: {} }, { refetchOnMountOrArgChange: true });
  const [ask, dropping] = useDropFactorMutation();
  const drop = useConfirmed([ask, dropping]);
  const [askAll, requiring] = useRequireFactorMutation();
  const require = useConfirmed([askAll, requiring]);
  if (!data) return null;
  return (
    <Box as="section" mt="7" maxW="520px">
      <Heading as="h2" fontSize="17px" mb="1">
        Second factor
      </Heading>
      <Text fontSize="13px" color="inkSoft" mb="2">
        {data.on
          ? `On. ${data.recoveryCodes} recovery codes left.`
          : 'Off. With it, signing in takes your password and a code from an authenticator app.'}
      </Text>
      {data.on ? (
        <Button
          size="sm"
          variant="outline"
          bg="paper"
          disabled={data.required}
          title={data.required ? 'An owner requires a second factor of everybody.' : undefined}
          onClick={() => drop.go({ params: {} })}
        >
          Turn off
        </Button>
      ) : (
        <SetUp />
      )}
      {drop.note()}
      {isOwner && (
        <Box mt="3" fontSize="13px">
          <label>
            <input
              type="checkbox"
              checked={data.required}
              onChange={(e) => require.go({ params: {}, body: { required: e.target.checked } })}
            />{' '}
            Require a second factor of everybody
          </label>
          {require.note()}
        </Box>
      )}
    </Box>
  );
};

/** Sets a second factor up: the picture is scanned, a first code turns it on, the recovery codes are shown once. */
export const SetUp = ({ onDone }: { onDone?: () => void }) => {
  const [ask, begun] = useBeginFactorMutation();
  const begin = useConfirmed([ask, begun]);
  const [use, used] = useUseFactorMutation();
  const [code, setCode] = useState('');
  if (used.data) return <RecoveryCodes codes={used.data.recovery} onDone={onDone} />;
  if (!begun.data)
    return (
      <>
        <Button size="sm" colorPalette="aubergine" loading={begun.isLoading} onClick={() => begin.go({ params: {} })}>
          Set up second factor
        </Button>
        {begin.note()}
      </>
    );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void use({ params: {}, body: { code } });
      }}
    >
      <Flex gap="4" align="flex-start" wrap="wrap">
        <Box
          asChild
          borderWidth="1px"
          borderColor="rule"
          borderRadius="l1"
          // A reader of codes needs dark on light in both themes.
          bg="white"
        >
          <img
            width={168}
            height={168}
            alt="Code to scan with an authenticator app"
            src={`data:image/svg+xml,${encodeURIComponent(renderSVG(begun.data.address, { border: 2 }))}`}
          />
        </Box>
        <Box flex="1" minW="220px">
          <Text fontSize="13px" mb="2">
            Scan the code with your authenticator app, or enter this key:{' '}
            <Box as="code" wordBreak="break-all">
              {begun.data.secret.replace(/(.{4})/g, '$1 ').trim()}
            </Box>
          </Text>
          <Field label="Code from the app" value={code} onChange={setCode} autoComplete="one-time-code" isFirst />
          <Button
            size="sm"
            colorPalette="aubergine"
            type="submit"
            loading={used.isLoading}
            disabled={code.trim().length < 6}
          >
            Turn on
          </Button>
          <ProblemNote error={used.error} />
        </Box>
      </Flex>
    </form>
  );
};

const RecoveryCodes = ({ codes, onDone }: { codes: readonly string[]; onDone: (() => void) | undefined }) => (
  <Box role="status" p="3" borderWidth="1px" borderColor="verdigris" borderRadius="l1" fontSize="13px">
    <Text fontWeight="600">Your second factor is on. Save these recovery codes now.</Text>
    <Text color="inkSoft" mb="2">
      Each one works once if you lose your phone. They are not shown again.
    </Text>
    <Box as="ul" className="figures" display="grid" gridTemplateColumns="repeat(2, max-content)" columnGap="6">
      {codes.map((code) => (
        <li key={code}>
          <code>{code}</code>
        </li>
      ))}
    </Box>
    <Flex gap="3" mt="3">
      <Button size="sm" variant="outline" asChild>
        <a
          download="recovery codes.txt"
          href={`data:text/plain;charset=utf-8,${encodeURIComponent(`${codes.join('\n')}\n`)}`}
        >
          Download
        </a>
      </Button>
      {onDone && (
        <Button size="sm" colorPalette="aubergine" onClick={onDone}>
          Continue
        </Button>
      )}
    </Flex>
  </Box>
);
