import { beforeEach, expect, test } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { screen } from '@testing-library/react';
import { act } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { PasteCodes } from '../src/ground/form/paste-codes.tsx';
import { useWatching } from '../src/ground/market/use-watching.ts';
import { TrayBar } from '../src/capabilities/tray/tray-bar.tsx';
import { toggled } from '../src/capabilities/tray/tray-slice.ts';
import { answering, show } from './render.tsx';

beforeEach(() => localStorage.clear());

test('the tray holds what is put aside, a marketplace apart from another, and survives a reload', () => {
  const { store, unmount } = show(<TrayBar />);
  act(() => {
    store.dispatch(toggled({ marketplace: 'quayside', code: 'QS1' }));
    store.dispatch(toggled({ marketplace: 'quayside', code: 'QS2' }));
    store.dispatch(toggled({ marketplace: 'lindholm-torg', code: 'LT1' }));
  });
  expect(screen.getByTestId('tray-count')).toHaveTextContent('2');
  unmount();
  show(<TrayBar />);
  expect(screen.getByTestId('tray-count')).toHaveTextContent('2');
});

test('emptying can be undone', async () => {
  localStorage.setItem('kettle/tray', JSON.stringify({ quayside: ['QS1', 'QS2', 'QS3'] }));
  show(<TrayBar />);
  await userEvent.click(screen.getByRole('button', { name: 'Empty' }));
  expect(screen.getByTestId('tray-count')).toHaveTextContent('0');
  await userEvent.click(screen.getByRole('button', { name: 'Bring back' }));
  expect(screen.getByTestId('tray-count')).toHaveTextContent('3');
  await userEvent.click(screen.getByRole('button', { name: 'Take QS2 out of the tray' }));
  expect(screen.getByTestId('tray-count')).toHaveTextContent('2');
});

test('a broken store of the browser is passed over', () => {
  localStorage.setItem('kettle/tray', '{not json');
  show(<TrayBar />);
  expect(screen.getByTestId('tray-count')).toHaveTextContent('0');
});

test('a candidate is started from the chosen find with the others as rivals', async () => {
  localStorage.setItem('kettle/tray', JSON.stringify({ quayside: ['QS1', 'QS2'] }));
  const brief = (code: string) => ({ code, title: `Press ${code}, beech`, price: 100, units: 5 });
  const asked = answering((method) => (method === 'POST' ? { id: 7 } : [brief('QS1'), brief('QS2')]));
  const { router } = show(<TrayBar />);
  await userEvent.click(screen.getByRole('button', { name: 'Start a candidate' }));
  await userEvent.click(await screen.findByRole('radio', { name: /Press QS2/ }));
  await userEvent.type(screen.getByRole('textbox', { name: 'Name' }), 'My press');
  await userEvent.click(screen.getByRole('button', { name: 'Start it' }));
  expect(asked.find((a) => a.method === 'POST')).toEqual({
    method: 'POST',
    path: '/api/marketplaces/quayside/candidates',
    body: { anchor: 'QS2', rivals: ['QS1'], name: 'My press' },
  });
  expect(router.state.location.pathname).toBe('/quayside/candidates/7/line-up');
  expect(screen.getByTestId('tray-count')).toHaveTextContent('0');
});

test('pasted codes: what became of each is said, what was none stays to be mended', async () => {
  show(
    <PasteCodes
      place="test"
      label="Codes"
      button="Add"
      onAdd={async () => ({ data: { added: ['QS1'], already: ['QS2'], unknown: ['QS9'], noCodes: ['hello'] } })}
    />,
  );
  await userEvent.type(screen.getByRole('textbox', { name: 'Codes' }), 'QS1 QS2 QS9 hello');
  await userEvent.click(screen.getByRole('button', { name: 'Add' }));
  for (const text of [
    '● Added QS1.',
    'There already: QS2.',
    '■ Not known on this marketplace: QS9.',
    '■ No listing codes: hello.',
  ])
    expect(await screen.findByText(text)).toBeInTheDocument();
  expect(screen.getByRole('textbox', { name: 'Codes' })).toHaveValue('QS9\nhello');
});

test('what any list watches is told in the tray, with the way to it', async () => {
  const List = () => {
    const { watch } = useWatching();
    return <button onClick={() => watch(['QS1'])}>w</button>;
  };
  const reply = { added: ['QS1'], already: [], unknown: [], noCodes: [], first: 'The first reading comes tomorrow.' };
  answering(() => reply);
  show(
    <>
      <List />
      <TrayBar />
    </>,
  );
  await userEvent.click(screen.getByRole('button', { name: 'w' }));
  expect(await screen.findByText(/QS1 watched from today on/)).toHaveAttribute('title', reply.first);
  expect(screen.getByRole('link', { name: 'See them' })).toHaveAttribute('href', '/quayside/watched/listings');
});
