import { Box, Heading, Text } from '@chakra-ui/react';
import { Link, useRouteError } from 'react-router';

/** Shown when a page itself fails: what is saved is on the server and stays. */
export const Failed = () => {
  const error = useRouteError();
  return (
    <Box p="8" maxW="40rem">
      <title>Something failed – Cold Kettle</title>
      <Heading as="h1" size="lg">
        This page failed
      </Heading>
      <Text mt="2">
        Nothing that was saved is lost. Load the page again; if it fails once more, go back to the start.
      </Text>
      <Text mt="2" color="inkSoft" fontSize="13px">
        {error instanceof Error ? error.message : ''}
      </Text>
      <Text mt="4">
        <Link to="/" reloadDocument>
          Back to the start
        </Link>
      </Text>
    </Box>
  );
};
