import type { Opinion } from '../documents/opinion.ts';
import type { Scoresheet } from '../documents/scoresheet.ts';
import { questionsOf, type Question } from '../score/opinions.ts';
import { asPage, bodyAsHtml, escaped, plainText, type Paper } from './paper.ts';

/** Names the answers wherever they come back, so that nothing else is taken for them. */
const MARK = 'cold-kettle-opinion';
const MOST_WHY = 600;
const MOST_WORDS = 2000;

export interface AskedOpinion {
  /** What the candidate is known by when the answers come back. */
  about: string;
  day: string;
  sheet: Scoresheet;
  /** The report without what the asker thinks: who answers has not seen it. */
  report: Paper;
}

const STYLE = `
fieldset{border:0;border-top:1px solid #D5DBDD;padding:.6rem 0;margin:0}legend{font-weight:bold;padding:0}
label{display:inline-block;margin:.15rem 1.2rem .15rem 0}textarea,input[type=text]{width:100%;box-sizing:border-box;font:inherit;padding:.3rem}
.how{color:#51616B;margin:.1rem 0}button{font:inherit;padding:.5rem .9rem;margin:.3rem .6rem .3rem 0}
#answered{display:none;border:2px solid #2F7F6B;padding:.6rem 1rem;margin:1rem 0}#answered:target{display:block}
@media print{button,#answered{display:none}}`;

/**
 * A file that is read and answered in any browser, without a script and without the program. Sending its form puts the answers
 * into the address line, or into a mail, as the browser does by itself; either is pasted back here.
 */
export const opinionAsHtml = ({ about, day, sheet, report }: AskedOpinion): string => {
  const field = ({ key, name, how, choices }: Question): string =>
    `<fieldset><legend>${escaped(name)}</legend>${how ? `<p class="how">${escaped(how)}</p>` : ''}${[
      ...choices.map((c) => [c.key, c.label] as const),
      ['', 'cannot say'] as const,
    ]
      .map(([value, label]) => `<label><input type="radio" name="is.${escaped(key)}" value="${escaped(value)}"${value === '' ? ' checked' : ''}> ${escaped(label)}</label>`) // prettier-ignore
      .join('')}<textarea name="why.${escaped(key)}" rows="2" maxlength="${MOST_WHY}" aria-label="Why: ${escaped(name)}" placeholder="Why, and where you saw it"></textarea></fieldset>`; // prettier-ignore
  return asPage(
    report.title,
    `<h1>${escaped(report.title)}</h1>
<section id="answered" role="status"><p><b>Your answers stand in the address line of this window now.</b></p><p>Click into it, mark all of it, copy it, and send it to whoever asked you. “Back” leads to your answers as you left them.</p></section>
<p>You are asked for your own opinion before money is spent. Read what is known, answer what you can, and leave the rest. Nothing leaves this page by itself.</p>
${bodyAsHtml(report)}
<h2>Your answers</h2>
<form method="get" action="#answered" accept-charset="utf-8">
<input type="hidden" name="kettle" value="${MARK}"><input type="hidden" name="about" value="${escaped(about)}"><input type="hidden" name="asked" value="${escaped(day)}"><input type="hidden" name="sheet" value="${escaped(sheet.name)}">
${questionsOf(sheet).map(field).join('\n')}
<fieldset><legend>Would you put your own money into it?</legend><label><input type="radio" name="choose" value="yes"> yes</label><label><input type="radio" name="choose" value="no"> no</label><label><input type="radio" name="choose" value="" checked> cannot say</label><textarea name="words" rows="4" maxlength="${MOST_WORDS}" aria-label="What else you would say" placeholder="What else you would say"></textarea></fieldset>
<fieldset><legend>Your name</legend><input type="text" name="by" required maxlength="120" aria-label="Your name" autocomplete="name"></fieldset>
<input type="hidden" name="end" value="1">
<button type="submit">Put my answers into the address line</button><button type="submit" formmethod="post" formenctype="text/plain" formaction="mailto:?subject=${encodeURIComponent(plainText(report.title)).slice(0, 300)}">Put my answers into a mail</button>
</form>`,
    STYLE,
  );
};

export interface OpinionBack {
  opinion: Opinion;
  about: string;
  sheet: string;
}

const KEYS = /^(kettle|about|asked|sheet|choose|words|by|end|is\.[a-z0-9-]{1,60}|why\.[a-z0-9-]{1,60})=(.*)$/s;

/** A mail that was answered or handed on has its lines marked. */
const unmarked = (line: string): string => line.replace(/^(?:> ?)+/, '');

/** The fields of a mail's body, a line each; lines that begin with none of their names belong to the one before. */
const fieldsOfLines = (text: string): URLSearchParams => {
  const fields = new URLSearchParams();
  let name: string | null = null;
  let value: string[] = [];
  const close = (): void => {
    if (name !== null) fields.append(name, value.join('\n').trim());
  };
  for (const raw of text.split(/\r\n|\r|\n/)) {
    const line = unmarked(raw);
    const met = KEYS.exec(line);
    if (met) {
      close();
      [name, value] = [met[1]!, [met[2]!]];
    } else if (name !== null) value.push(line);
  }
  close();
  return fields;
};

/** The fields of an address. Mail programs break long ones into lines, anywhere: no line break belongs to one. */
const fieldsOfAddress = (text: string): URLSearchParams | null => {
  const whole = text.split(/\r\n|\r|\n/).map((line) => unmarked(line).trim()).join(''); // prettier-ignore
  const at = whole.search(new RegExp(`[?&]kettle=${MARK}&`));
  // What follows the address, a greeting for one, ends up in its last field, which says no more than that it is there.
  return at < 0
    ? null
    : new URLSearchParams(
        whole
          .slice(at + 1)
          .split('#')[0]!
          .split(' ')[0],
      );
};

/**
 * Answers as they come back: an address line, the body of a mail, or the open format. What is asked for nowhere is left out.
 * @returns a sentence where they cannot be read
 * @example readOpinion('file:///o.html?kettle=cold-kettle-opinion&about=q%2FA1&asked=2026-11-24&sheet=S&is.law=fail&why.law=a+patent&choose=no&words=&by=Ida&end=1#answered') // => {"opinion":{"format":"cold-kettle/opinion","by":"Ida","asked":"2026-11-24","answers":[{"key":"law","choice":"fail","why":"a patent"}],"wouldChoose":false,"words":""},"about":"q/A1","sheet":"S"}
 */
export const readOpinion = (text: string): OpinionBack | string => {
  const isMail = text.split(/\r\n|\r|\n/).some((line) => unmarked(line).trim() === `kettle=${MARK}`);
  const fields = isMail ? fieldsOfLines(text) : fieldsOfAddress(text);
  if (!fields) return 'These are no answers to a second opinion: paste the whole address line, or the whole mail.';
  if (!fields.has('end')) return 'The end of the answers is missing: copy all of the address line, or of the mail.';
  const short = (name: string, most: number): string =>
    plainText(fields.get(name) ?? '')
      .trim()
      .slice(0, most);
  const by = short('by', 120);
  if (by === '') return 'The answers carry no name.';
  const answers = [...fields.keys()].flatMap((name) => {
    if (!name.startsWith('is.')) return [];
    const key = name.slice(3);
    const [choice, why] = [short(name, 60), short(`why.${key}`, MOST_WHY)];
    return choice === '' && why === '' ? [] : [{ key, choice, why }];
  });
  const asked = short('asked', 10);
  const choose = fields.get('choose');
  return {
    opinion: {
      format: 'cold-kettle/opinion',
      by,
      asked: /^\d{4}-\d\d-\d\d$/.test(asked) ? asked : null,
      answers: answers.slice(0, 200),
      wouldChoose: choose === 'yes' ? true : choose === 'no' ? false : null,
      words: short('words', MOST_WORDS),
    },
    about: short('about', 300),
    sheet: short('sheet', 200),
  };
};
