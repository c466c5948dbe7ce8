// Several people in the interface: the way in, joining, and what each finds about themselves and others.
import { beforeEach, describe, expect, test } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Me } from '@kettle/contract/people';
import { Component as PeoplePage } from '../src/capabilities/people/people-page.tsx';
import { WayIn } from '../src/capabilities/people/sign-in.tsx';
import { TAGS } from '../src/ground/api/tags.ts';
import { tagsOfChange } from '../src/roof/others-changes.ts';
import { Shell } from '../src/roof/shell.tsx';
import type { Candidate } from '@kettle/contract/candidates';
import type { KeptOpinion } from '@kettle/contract/papers';
import { STARTER_SCORESHEET } from '@kettle/core/score/starter-scoresheet';
import { AlsoHere } from '../src/capabilities/candidates/also-here.tsx';
import { OpinionsPanel } from '../src/capabilities/papers/opinions-panel.tsx';
import OwnOpinion from '../src/capabilities/score/own-opinion.tsx';
import { setPresent } from '../src/ground/state/present.ts';
import { candidateOf } from '../src/roof/here.ts';
import { answering, show } from './render.tsx';

beforeEach(() => localStorage.clear());
const theirs: KeptOpinion = {
  id: 3,
  person: 2,
  mine: false,
  day: '2026-11-24',
  document: { format: 'cold-kettle/opinion', by: 'Otto', asked: null, answers: [], wouldChoose: false, words: 'Too heavy' }, // prettier-ignore
  agreement: { kappa: null, low: null, high: null, agreed: 0, of: 0 },
  answers: [],
};
const owner: Me = { team: true, person: { id: 1, name: 'Olga', role: 'owner', needsFactor: false } };

describe('the way in', () => {
  test('stands in place of everything while nobody is signed in, and says what was wrong', async () => {
    const asked = answering((_, path) => {
      if (path === '/api/me') return { team: true, person: null };
      if (path === '/api/sign-in') return { type: '/problems/wrong-sign-in', title: 'The name or the password is not right.', status: 401 }; // prettier-ignore
      return { type: '/problems/sign-in', title: 'Sign in first.', status: 401 };
    });
    show(<Shell />);
    await userEvent.type(await screen.findByLabelText('User name or email'), 'olga');
    await userEvent.type(screen.getByLabelText('Password'), 'a wrong password{Enter}');
    expect(await screen.findByText('The name or the password is not right.')).toBeVisible();
    expect(screen.queryByRole('navigation')).not.toBeInTheDocument();
    expect(asked.find((a) => a.path === '/api/sign-in')!.body).toEqual({ login: 'olga', password: 'a wrong password' });
  });

  test('nothing is asked where nobody signs in', async () => {
    answering((_, path) => (path === '/api/me' ? { team: false, person: null } : { marketplaces: [], templates: [] }));
    show(<Shell />);
    expect(await screen.findByRole('button', { name: 'Keys of this screen' })).toBeVisible();
    expect(screen.queryByLabelText('Password')).not.toBeInTheDocument();
    expect(screen.queryByRole('button', { name: /Signed in as/ })).not.toBeInTheDocument();
  });

  test('an invitation is joined by with a name, a login and a long password', async () => {
    const asked = answering(() => ({ type: '/problems/invitation-over', title: 'This invitation was used.', status: 410 })); // prettier-ignore
    show(<WayIn />, '/join/abc_-9');
    const join = screen.getByRole('button', { name: 'Join' });
    await userEvent.type(screen.getByLabelText('Your name, as others see it'), 'Ida Ö');
    await userEvent.type(screen.getByLabelText(/^User name or email/), 'ida');
    await userEvent.type(screen.getByLabelText(/^Password/), 'fourteen lette');
    expect(join).toBeDisabled();
    await userEvent.type(screen.getByLabelText(/^Password/), 'rs');
    await userEvent.click(join);
    expect(await screen.findByText('This invitation was used.')).toBeVisible();
    expect(asked[0]).toMatchObject({ path: '/api/join', body: { invitation: 'abc_-9', name: 'Ida Ö', login: 'ida', password: 'fourteen letters' } }); // prettier-ignore
    expect(screen.getByLabelText(/^User name or email/)).toHaveValue('ida');
  });
});

test('somebody who lost their password chooses another by the link of an owner', async () => {
  const asked = answering(() => ({ type: '/problems/invitation-over', title: 'This link was used.', status: 410 }));
  show(<WayIn />, '/back/abc_-9');
  expect(screen.getByRole('heading', { name: 'Choose a new password' })).toBeVisible();
  const go = screen.getByRole('button', { name: 'Sign in with it' });
  await userEvent.type(screen.getByLabelText(/^Password/), 'fourteen lette');
  expect(go).toBeDisabled();
  await userEvent.type(screen.getByLabelText(/^Password/), 'rs{Enter}');
  expect(await screen.findByText('This link was used.')).toBeVisible();
  expect(asked).toEqual([expect.objectContaining({ path: '/api/come-back', body: { invitation: 'abc_-9', password: 'fourteen letters' } })]); // prettier-ignore
  expect(screen.getByLabelText(/^Password/)).toHaveValue('fourteen letters');
});

describe('a second factor', () => {
  test('is asked for once the password was right, and sent with it', async () => {
    const asked = answering((_, path, body) => {
      if (path === '/api/me') return { team: true, person: null };
      return (body as { code?: string }).code === undefined
        ? { type: '/problems/second-factor', title: 'Enter the code.', status: 401 }
        : { type: '/problems/wrong-code', title: 'This code is not right.', status: 401 };
    });
    show(<WayIn />);
    await userEvent.type(screen.getByLabelText('User name or email'), 'olga');
    expect(screen.queryByLabelText(/^Code/)).toBeNull();
    await userEvent.type(screen.getByLabelText('Password'), 'the right one of all{Enter}');
    const field = await screen.findByLabelText(/^Code/);
    expect(field).toHaveFocus();
    // Asking for it is no error.
    expect(screen.queryByRole('alert')).toBeNull();
    await userEvent.type(field, '123 456{Enter}');
    expect(await screen.findByText('This code is not right.')).toBeVisible();
    expect(screen.getByLabelText(/^Code/)).toHaveValue('123 456');
    expect(asked.at(-1)!.body).toEqual({ login: 'olga', password: 'the right one of all', code: '123 456' });
  });

  test('is set up with a picture, a key to type and a first code; its recovery codes are shown', async () => {
    const codes = ['aaaaa-11111', 'bbbbb-22222'];
    const asked = answering((method, path) => {
      if (path === '/api/me') return owner;
      if (path !== '/api/me/second-factor') return [];
      if (method === 'GET') return { on: false, required: false, recoveryCodes: 0 };
      return method === 'POST'
        ? { secret: 'JBSWY3DPEHPK3PXP', address: 'otpauth://totp/x?secret=JBSWY3DPEHPK3PXP' }
        : { recovery: codes };
    });
    show(<PeoplePage />);
    await userEvent.click(await screen.findByRole('button', { name: 'Set up second factor' }));
    expect(await screen.findByRole('img', { name: 'Code to scan with an authenticator app' })).toBeVisible();
    expect(screen.getByText('JBSW Y3DP EHPK 3PXP')).toBeVisible();
    await userEvent.type(screen.getByLabelText('Code from the app'), '123456{Enter}');
    for (const code of codes) expect(await screen.findByText(code)).toBeVisible();
    expect(asked.find((a) => a.method === 'PUT')!.body).toEqual({ code: '123456' });
  });

  test('stands first where an owner requires it', async () => {
    answering((_, path) => (path === '/api/me' ? { ...owner, person: { ...owner.person!, needsFactor: true } } : {}));
    show(<Shell />);
    expect(await screen.findByRole('heading', { name: 'Set up your second factor' })).toBeVisible();
    expect(screen.queryByRole('navigation')).toBeNull();
  });
});

describe('people', () => {
  const open = (me: Me) => {
    const asked = answering((method, path) => {
      if (path === '/api/me') return me;
      if (path === '/api/people') return [{ id: 1, name: 'Olga', login: 'olga', role: 'owner', since: '2026-11-24 08:00:00.000', left: false, browsers: 2, secondFactor: true, failures: null }, { id: 2, name: 'Ida', login: 'ida', role: 'helper', since: '2026-11-24 08:00:00.000', left: true, browsers: 0, secondFactor: false, failures: null }]; // prettier-ignore
      if (path === '/api/invitations' && method === 'POST') return { id: 'i1', invitation: 'secret-one' };
      if (path === '/api/tokens' && method === 'POST') return { id: 4, token: 'secret-two' };
      if (path === '/api/deeds') return [{ id: 9, at: '2026-11-24 08:00:00.000', by: 'Ida', token: 'nightly', what: 'PUT /api/candidates/{id}/answers/{key}', parameters: { id: '3', key: 'law' }, status: '409' }]; // prettier-ignore
      return method === 'GET' ? [] : { ok: true };
    });
    show(<PeoplePage />);
    return asked;
  };

  test('an owner gives roles, invites, and sees who did what', async () => {
    const asked = open(owner);
    await userEvent.selectOptions(await screen.findByRole('combobox', { name: 'Role of Olga' }), 'member');
    await waitFor(() => expect(asked.find((a) => a.method === 'PATCH')).toMatchObject({ path: '/api/people/1', body: { role: 'member' } })); // prettier-ignore
    await userEvent.click(screen.getByRole('button', { name: 'Take Ida back' }));
    await waitFor(() => expect(asked.filter((a) => a.method === 'PATCH').at(-1)).toMatchObject({ path: '/api/people/2', body: { left: false } })); // prettier-ignore
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'As' }), 'reader');
    await userEvent.click(screen.getByRole('button', { name: 'Make a link' }));
    expect(await screen.findByRole('textbox', { name: /^Invitation link/ })).toHaveValue(`${window.location.origin}/join/secret-one`); // prettier-ignore
    const row = within(screen.getByRole('table', { name: 'Who did what' })).getByRole('row', { name: /Ida/ });
    expect(row).toHaveTextContent('Ida, by the key nightly');
    expect(row).toHaveTextContent('PUT candidates/3/answers/law');
    expect(row).toHaveTextContent('refused (409)');
  });

  test('the password is asked for once more where it was not typed lately, and what was meant goes on by itself', async () => {
    let isConfirmed = false;
    const asked = answering((method, path, body) => {
      if (path === '/api/me') return owner;
      if (path === '/api/people') return [{ id: 2, name: 'Ida', login: 'ida', role: 'helper', since: '2026-11-24 08:00:00.000', left: false, browsers: 1, secondFactor: false, failures: { n: 12, at: '2026-11-24 08:00:00.000', address: '192.0.2.7' } }]; // prettier-ignore
      if (path === '/api/me/confirm') {
        isConfirmed = (body as { password: string }).password === 'the right one of all';
        return isConfirmed ? { ok: true } : { type: '/problems/bad-value', title: 'This is not your password.', status: 422, field: 'password' }; // prettier-ignore
      }
      if (method !== 'GET' && !isConfirmed) return { type: '/problems/confirm', title: 'Type your password once more.', status: 403 }; // prettier-ignore
      if (path.endsWith('/way-back')) return { id: 'i2', invitation: 'secret-three' };
      return method === 'GET' ? [] : { ok: true };
    });
    show(<PeoplePage />);
    expect(await screen.findByText(/▲ 12, last .* from 192\.0\.2\.7/)).toBeVisible();
    await userEvent.click(await screen.findByRole('button', { name: 'A link for a new password of Ida' }));
    const field = await screen.findByLabelText('Your password');
    expect(field).toHaveFocus();
    await userEvent.type(field, 'a wrong one{Enter}');
    expect(await screen.findByText('This is not your password.')).toBeVisible();
    await userEvent.clear(field);
    await userEvent.type(field, 'the right one of all{Enter}');
    expect(await screen.findByRole('textbox', { name: 'Link for a new password for Ida, valid for a day' })).toHaveValue(`${window.location.origin}/back/secret-three`); // prettier-ignore
    expect(screen.queryByLabelText('Your password')).not.toBeInTheDocument();
    expect(asked.filter((a) => a.path.endsWith('/way-back')).map((a) => a.path)).toEqual(['/api/people/2/way-back', '/api/people/2/way-back']); // prettier-ignore
  });

  test('a helper finds keys of their own and no one else’s things; a key may not more than its person', async () => {
    const asked = open({ team: true, person: { id: 2, name: 'Ida', role: 'helper', needsFactor: false } });
    expect(await screen.findByText(/You are a helper: reads everything; answers questions/)).toBeVisible();
    expect(screen.queryByRole('heading', { name: 'Who did what' })).not.toBeInTheDocument();
    expect(within(screen.getByRole('combobox', { name: 'Role' })).getAllByRole('option').map((o) => o.textContent)).toEqual(['reader', 'helper']); // prettier-ignore
    await userEvent.type(screen.getByLabelText('Name'), 'nightly');
    await userEvent.type(screen.getByLabelText('Expires on'), '2027-05-01');
    await userEvent.click(screen.getByRole('button', { name: 'Create key' }));
    expect(await screen.findByRole('textbox', { name: 'API key' })).toHaveValue('secret-two');
    expect(asked.find((a) => a.method === 'POST')!.body).toEqual({ name: 'nightly', role: 'reader', ends: '2027-05-01' }); // prettier-ignore
  });
});

describe('what others change', () => {
  class Line {
    static open: Line[] = [];
    onmessage: ((event: { data: string }) => void) | null = null;
    onopen: (() => void) | null = null;
    onerror: (() => void) | null = null;
    closed = false;
    constructor() {
      Line.open.push(this);
    }
    addEventListener(): void {
      // Who is here is tried by itself.
    }
    close(): void {
      this.closed = true;
    }
  }
  beforeEach(() => {
    Line.open = [];
    Object.assign(globalThis, { EventSource: Line });
  });

  test('is heard and told, one’s own is not, and after a broken line everything is asked for afresh', async () => {
    const asked = answering((_, path) => (path === '/api/me' ? owner : { marketplaces: [], templates: [] }));
    const { unmount } = show(<Shell />);
    expect(await screen.findByRole('button', { name: 'Signed in as Olga' })).toBeVisible();
    await waitFor(() => expect(Line.open).toHaveLength(1));
    const [line] = Line.open;
    const times = () => asked.filter((a) => a.path === '/api/marketplaces').length;
    await waitFor(() => expect(times()).toBe(1));
    const change = { id: 5, person: 2, by: 'Ida', what: 'POST /api/candidates/{id}/notes', parameters: { id: '3' } };
    act(() => line!.onmessage!({ data: JSON.stringify({ ...change, person: 1 }) }));
    expect(screen.getByRole('status')).toBeEmptyDOMElement();
    act(() => line!.onmessage!({ data: JSON.stringify(change) }));
    expect(screen.getByRole('status')).toHaveTextContent('Ida wrote a note');
    await waitFor(() => expect(times()).toBe(2));
    act(() => {
      line!.onerror!();
      line!.onopen!();
    });
    await waitFor(() => expect(times()).toBe(3));
    unmount();
    expect(line!.closed).toBe(true);
  });

  test('is asked for afresh as far as its route says', () => {
    expect(tagsOfChange({ what: 'PUT /api/candidates/{id}/answers/{key}', parameters: { id: '3', key: 'law' } })).toContainEqual({ type: 'Score', id: 3 }); // prettier-ignore
    expect(tagsOfChange({ what: 'PUT /api/marketplaces/{marketplace}/marks', parameters: { marketplace: 'cove' } })).toContainEqual({ type: 'Listing', id: 'cove' }); // prettier-ignore
    expect(tagsOfChange({ what: 'PATCH /api/sieves/{id}', parameters: { id: '3' } })).toEqual([...TAGS]);
  });
});

describe('together', () => {
  test('who looks at a candidate, too, is said by name where it is open, and nowhere else', () => {
    show(
      <>
        <AlsoHere candidate={7} />
        <AlsoHere candidate={8} />
      </>,
    );
    expect(screen.queryByText(/at this, too/)).not.toBeInTheDocument();
    act(() => setPresent([{ person: 2, name: 'Otto', candidate: 7 }]));
    expect(screen.getByText('Otto looks at this, too')).toBeVisible();
    act(() => setPresent([{ person: 2, name: 'Otto', candidate: 7 }, { person: 3, name: 'Ines', candidate: 7 }])); // prettier-ignore
    expect(screen.getByText('Otto and Ines look at this, too')).toBeVisible();
    act(() => setPresent([]));
    expect(screen.queryByText(/at this, too/)).not.toBeInTheDocument();
  });

  test('the candidate that an address shows is told from lists and other numbers', () => {
    expect(candidateOf('/quayside/candidates/12/costing')).toBe(12);
    expect(candidateOf('/quayside/candidates/12')).toBe(12);
    expect(candidateOf('/quayside/candidates')).toBeNull();
    expect(candidateOf('/quayside/candidates/12x')).toBeNull();
  });

  const answersOf = (given: readonly object[]) => (method: string, path: string) => {
    if (path === '/api/me') return owner;
    if (path.endsWith('/means')) return { document: null, version: 0 };
    if (path.startsWith('/api/scoresheet')) return { id: 1, version: 1, document: STARTER_SCORESHEET };
    return method === 'GET' ? given : { id: 4 };
  };

  test('own answers are given where nobody else’s are seen, wait in the browser, and are handed in at once', async () => {
    const asked = answering(answersOf([{ ...theirs }]));
    const candidate = { id: 7 } as Candidate;
    const { unmount } = show(<OwnOpinion candidate={candidate} />);
    const group = await screen.findByRole('group', { name: /patent/i });
    await userEvent.click(within(group).getByRole('button', { name: 'fails' }));
    await userEvent.type(within(group).getByRole('textbox'), 'there is one');
    expect(screen.queryByText(/Otto/)).not.toBeInTheDocument();
    unmount();
    show(<OwnOpinion candidate={candidate} />);
    expect(await screen.findByDisplayValue('there is one')).toBeVisible();
    expect(screen.getByText(/1 of 4 questions answered/)).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Hand in' }));
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'PUT')).toMatchObject({
        path: '/api/candidates/7/opinions/mine',
        body: { answers: [{ key: 'no-patent', choice: 'fail', why: 'there is one' }], wouldChoose: null, words: '' },
      }),
    );
  });

  test('what others answered in the program is seen once one has answered, or by asking for it', async () => {
    answering(answersOf([{ ...theirs }]));
    show(<OpinionsPanel candidate={7} own={{}} />);
    expect(await screen.findByText(/Otto has answered; you see it once you have/)).toBeVisible();
    expect(screen.queryByText('“Too heavy”')).not.toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Show it all the same' }));
    expect(screen.getByText('“Too heavy”')).toBeVisible();
  });
});
