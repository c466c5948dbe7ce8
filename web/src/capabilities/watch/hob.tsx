import { Box, Button, Menu, Portal } from '@chakra-ui/react';
import { Clock } from 'lucide-react';
import { useState } from 'react';
import { useMoveHobMutation } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { day } from '../../ground/ui/format.ts';
import { useJob } from '../../ground/ui/use-job.ts';

/** The hob: the simulated marketplace's clock, and the steps by which it moves on. */
export const Hob = () => {
  const market = useMarket();
  const [move] = useMoveHobMutation();
  const [jobId, setJobId] = useState<number | null>(null);
  const job = useJob(jobId);
  const busy = jobId !== null && (!job || job.state === 'queued' || job.state === 'running');
  const go = async (days: 1 | 7 | 30): Promise<void> => {
    const result = await move({ params: { marketplace: market.id }, body: { days } });
    if (result.data) setJobId(result.data.id);
  };
  return (
    <Box>
      <Menu.Root onSelect={({ value }) => void go(Number(value) as 1 | 7 | 30)}>
        <Menu.Trigger asChild>
          <Button
            variant="ghost"
            size="sm"
            px="2"
            fontWeight="400"
            disabled={busy}
            title={`The demo’s clock, ${day(market.today)}: move it on and readings come in`}
          >
            <Clock size={15} aria-hidden />{' '}
            {busy ? job?.message || 'Moving on …' : `Hob ${day(market.today, market.today)}`}
          </Button>
        </Menu.Trigger>
        <Portal>
          <Menu.Positioner>
            <Menu.Content>
              <Menu.Item value="1">On by a day</Menu.Item>
              <Menu.Item value="7">On by a week</Menu.Item>
              <Menu.Item value="30">On by a month (30 days)</Menu.Item>
            </Menu.Content>
          </Menu.Positioner>
        </Portal>
      </Menu.Root>
      <Box className="visually-hidden" role="status">
        {busy ? job?.message : job?.state === 'done' ? job.message : ''}
      </Box>
    </Box>
  );
};
