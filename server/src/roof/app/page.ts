import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Request } from 'express';
import { people, type Me } from '@kettle/contract/people';
import { SENT_AHEAD, siftAddress, siftQuestion, SIFT_PAGE } from '@kettle/contract/sift';
import { sources } from '@kettle/contract/sources';
import { marketplacesReply } from '../../capabilities/marketplaces/service.ts';
import { meOf } from '../../capabilities/people/sessions.ts';
import { ownOf } from '../../capabilities/people/own.ts';
import { siftPage } from '../../capabilities/sift/service.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import type { Acting } from '../../ground/people/who.ts';
import type { Services } from './compose.ts';

/** A page does not wait longer than this for a sift to send along. */
const PATIENCE_MS = 400;

/** Runs an action for whoever asks for a page. */
type ForWhom = <T>(request: Request, action: (who: Acting | null) => Promise<T>) => Promise<T>;

/**
 * The interface's page, with the answers that its first screen will ask for, so that it need not ask.
 * @param forWhom who is signed in, where people do: to nobody nothing is sent along
 */
export const makePage = (
  web: string,
  services: Services,
  forWhom: ForWhom | null,
): ((request: Request) => Promise<string>) => {
  const page = readFileSync(join(web, 'index.html'), 'utf8');
  const pageFor = async (request: Request, who: Acting | null): Promise<string> => {
    const person = who && meOf(who);
    const me: Me = { team: forWhom !== null, person };
    const isNobody = forWhom !== null && (person === null || person.needsFactor);
    const known = isNobody ? {} : await answersFor(services, request).catch(() => null);
    // Whose browser it is the interface knows from the first moment: what it kept there is theirs.
    const own = person && !person.needsFactor && (await ownOf(services.database.db, person.id).catch(() => null));
    const answers = (known || me.team) && { [people.me.path]: me, ...(own && { [people.own.path]: own }), ...known };
    if (!answers) return page;
    // Data, not script: nothing in it can end the element or be run.
    const text = JSON.stringify(answers).replaceAll('<', '\\u003c');
    return page.replace('</head>', () => `<script type="application/json" id="${SENT_AHEAD}">${text}</script></head>`);
  };
  return async (request) => {
    if (!forWhom) return pageFor(request, null);
    // Without the answers the page asks by itself, and says what is wrong if something is.
    return forWhom(request, (who) => pageFor(request, who)).catch(() => pageFor(request, null));
  };
};

const answersFor = async (services: Services, request: Request): Promise<Record<string, unknown>> => {
  const { db } = services.database;
  const known = await marketplacesReply(db, services.outside.templates);
  const { marketplaces } = known;
  const answers: Record<string, unknown> = { [sources.marketplaces.path]: known };
  const named = /^\/([^/]+)\/sift$/.exec(request.path)?.[1] ?? (request.path === '/' ? marketplaces[0]?.id : undefined);
  if (!named || !marketplaces.some((m) => m.id === named)) return answers;
  const market = await marketOf(db, named);
  const parameters = new URLSearchParams(request.originalUrl.split('?')[1] ?? '');
  const question = siftQuestion(market.id, parameters, market);
  const late = new Promise<null>((resolve) => setTimeout(() => resolve(null), PATIENCE_MS).unref());
  const sifted = siftPage(services, market, new URLSearchParams(question.search), {
    rows: SIFT_PAGE,
    show: question.show,
  });
  // An index that is not there yet must not keep the page waiting.
  const reply = await Promise.race([sifted.catch(() => null), late]);
  if (reply) answers[siftAddress(question, 0)] = reply;
  return answers;
};
