import { create as contentDisposition } from 'content-disposition';
import type { Express } from 'express';
import { fileNameOf } from '@kettle/core/listing/words';
import { paperAsHtml, paperAsMarkdown } from '@kettle/core/papers/paper';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import type { Ground } from '../../ground/ground.ts';
import { notFound } from '../../ground/problems/problem.ts';
import { reportPaper, suppliersBriefPaper } from './facts.ts';

const PAPERS = { report: reportPaper, brief: suppliersBriefPaper } as const;
const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';

/** Papers of a candidate: as a page to print, as Markdown, as a document for word processors. */
export const servePapers = (app: Express, ground: Ground): void => {
  const { db } = ground.database;
  app.get('/api/candidates/:id/papers/:paper.:ending', async (request, response) => {
    const { id, paper: which, ending } = request.params;
    const number = Number(id);
    if (!Number.isSafeInteger(number) || number < 1) throw notFound(`Candidate ${id}`);
    if (!(which in PAPERS) || !['html', 'md', 'docx'].includes(ending)) throw notFound('That paper');
    const { candidate } = await candidateRow(db, number);
    const paper = await PAPERS[which as keyof typeof PAPERS](ground, number);
    if (ending === 'html') {
      response.type('html').send(paperAsHtml(paper));
      return;
    }
    response.setHeader('Content-Disposition', contentDisposition(fileNameOf(`${candidate.name} ${which}`, ending)));
    if (ending === 'md') {
      response.type('text/markdown; charset=utf-8').send(paperAsMarkdown(paper));
      return;
    }
    // Read when it is first wanted: it is large.
    const { paperAsDocx } = await import('./docx.ts');
    response.type(DOCX).send(await paperAsDocx(paper));
  });
};
