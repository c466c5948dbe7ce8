import { create as contentDisposition } from 'content-disposition';
import type { Response } from 'express';
import { papers as routes } from '@kettle/contract/papers';
import { fileNameOf } from '@kettle/core/listing/words';
import { paperAsHtml, paperAsMarkdown, type Paper } from '@kettle/core/papers/paper';
import { reportOf } from '@kettle/core/papers/report';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { whoActs } from '../../ground/people/who.ts';
import { conflict, notFound } from '../../ground/problems/problem.ts';
import { keepBeforeOrder, keptBeforeOrder } from './before-order.ts';
import { beforeOrderPaper, pagePaper, reportFacts, suppliersBriefPaper } from './facts.ts';
import { dropOpinion, giveOpinion, opinionFile, opinionsOf, takeOpinion } from './opinions.ts';
import { keptPageDraft, keptPageLimits, pageFactsOf, suggestPage } from './page-draft.ts';

const PAPERS: Readonly<Record<string, (ground: Ground, id: number) => Promise<Paper>>> = {
  report: async (ground, id) => reportOf(await reportFacts(ground, id)),
  brief: suppliersBriefPaper,
  page: pagePaper,
  'before-order': beforeOrderPaper,
};
const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';

/** Papers of a candidate: as a page to print, as Markdown, as a document for word processors; and what they are made from. */
export const servePapers = (api: Api, ground: Ground): void => {
  const { database } = ground;
  const { db } = database;
  serve(api, routes.pageDraft, ({ params }) => keptPageDraft.read(db, params.id));
  serve(api, routes.keepPageDraft, ({ params, body }) => keptPageDraft.keep(database, params.id, body));
  serve(api, routes.pageFacts, ({ params }) => pageFactsOf(ground, params.id));
  serve(api, routes.suggestPage, ({ params }) => suggestPage(ground, params.id));
  serve(
    api,
    routes.keepPageLimits,
    async ({ params, body }) =>
    keptPageLimits.keep(database, (await marketOf(db, params.marketplace)).id, { document: body.limits, version: body.version }), // prettier-ignore
  );
  serve(api, routes.beforeOrder, ({ params }) => keptBeforeOrder.read(db, params.id));
  serve(api, routes.keepBeforeOrder, ({ params, body }) => keepBeforeOrder(database, params.id, body));
  serve(api, routes.opinions, ({ params }) => opinionsOf(db, params.id, whoActs()?.id ?? null));
  serve(api, routes.giveOpinion, ({ params, body }) => {
    const who = whoActs();
    if (!who) throw conflict('Opinions in the program are for several people: start it with --team.');
    return giveOpinion(database, params.id, body, who);
  });
  serve(api, routes.takeOpinion, ({ params, body }) => takeOpinion(database, params.id, body.text));
  serve(api, routes.dropOpinion, async ({ params }) => {
    await dropOpinion(db, params.id, params.opinion);
    return { ok: true as const };
  });

  const attach = (response: Response, name: string): void =>
    void response.setHeader('Content-Disposition', contentDisposition(name));
  api.on('get', '/api/candidates/:id/papers/:paper.:ending', async (request, response) => {
    const { id, paper: which, ending } = request.params;
    const number = Number(id);
    if (!Number.isSafeInteger(number) || number < 1) throw notFound(`Candidate ${id}`);
    const isOpinion = which === 'opinion' && ending === 'html';
    if (!isOpinion && (!Object.hasOwn(PAPERS, which) || !['html', 'md', 'docx'].includes(ending)))
      throw notFound('That paper');
    const { candidate } = await candidateRow(db, number);
    if (isOpinion) {
      attach(response, fileNameOf(`${candidate.name} your opinion`, ending));
      response.type('html').send(await opinionFile(ground, number));
      return;
    }
    const paper = await PAPERS[which]!(ground, number);
    if (ending === 'html') {
      response.type('html').send(paperAsHtml(paper));
      return;
    }
    attach(response, fileNameOf(`${candidate.name} ${which}`, ending));
    if (ending === 'md') {
      response.type('text/markdown; charset=utf-8').send(paperAsMarkdown(paper));
      return;
    }
    // Read when it is first wanted: it is large.
    const { paperAsDocx } = await import('./docx.ts');
    response.type(DOCX).send(await paperAsDocx(paper));
  });
};
