import { expect, test } from '@jest/globals';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { FieldRow, Form, SendButton, TextField, useKeptForm } from '../src/ground/form/form.tsx';
import { show } from './render.tsx';

beforeEach(() => localStorage.clear());

type Sent = { name: string; note: string };
const twoLetters = (text: string): string | null => (text.length < 2 ? 'Two letters at least.' : null);

const Things = ({ send }: { send: (values: Sent) => Promise<{ error?: unknown; then?: Partial<Sent> }> }) => {
  const form = useKeptForm<Sent>('things', { name: '', note: '' }, send);
  return (
    <Form of={form}>
      <FieldRow>
        <TextField name="name" label="Name" required fault={twoLetters} />
        <TextField name="note" label="Note" />
        <SendButton>Add it</SendButton>
      </FieldRow>
    </Form>
  );
};
const field = (name: string) => screen.getByRole<HTMLInputElement>('textbox', { name });
const press = () => userEvent.click(screen.getByRole('button', { name: 'Add it' }));

test('what cannot be meant is said beneath its field and not sent', async () => {
  const sent: Sent[] = [];
  show(<Things send={async (values) => ({ then: (sent.push(values), {}) })} />);
  await press();
  expect(await screen.findByRole('alert')).toHaveTextContent('Name is needed.');
  expect(field('Name')).toHaveAttribute('aria-invalid', 'true');
  await userEvent.type(field('Name'), 'a');
  await waitFor(() => expect(screen.getByRole('alert')).toHaveTextContent('Two letters at least.'));
  expect(sent).toEqual([]);
  await userEvent.type(field('Name'), 'b{Enter}');
  await waitFor(() => expect(sent).toEqual([{ name: 'ab', note: '' }]));
  expect(screen.queryByRole('alert')).toBeNull();
});

test('what is typed is found again after going away, until it was sent', async () => {
  const send = async () => ({ then: { name: '' } });
  const first = show(<Things send={send} />);
  await userEvent.type(field('Name'), 'press');
  await userEvent.type(field('Note'), 'beech');
  first.unmount();
  const second = show(<Things send={send} />);
  expect(field('Name')).toHaveValue('press');
  expect(field('Note')).toHaveValue('beech');
  await press();
  await waitFor(() => expect(field('Name')).toHaveValue(''));
  second.unmount();
  show(<Things send={send} />);
  expect(field('Name')).toHaveValue('');
});

test('a refusal leaves all as typed and stands beneath the field that it is about', async () => {
  const error = {
    status: 422,
    data: {
      type: '/problems/bad-value',
      title: 'Something cannot stand there.',
      status: 422,
      fields: [{ field: 'note', sentence: '"note" is known already.' }],
    },
  };
  show(<Things send={async () => ({ error })} />);
  await userEvent.type(field('Name'), 'press');
  await userEvent.type(field('Note'), 'x');
  await press();
  expect(await screen.findByText('Something cannot stand there.')).toBeInTheDocument();
  expect(screen.getByText('"note" is known already.')).toBeInTheDocument();
  expect(field('Note')).toHaveAttribute('aria-invalid', 'true');
  expect(field('Name')).toHaveValue('press');
});
