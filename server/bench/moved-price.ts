/// <reference lib="dom" />
import { openDatabase } from '../src/ground/db/connection.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { launch, serve, spread, viewport } from './in-browser.ts';

/** From moving the price of a costing to the frame after the one in which its answer stands there. */
export const movedPrice = async (url: string) => {
  const database = openDatabase(url);
  await prepareWorkspace(database, 'demo', 30_000, () => {});
  await database.close();
  const demo = await serve(url);
  const made = await fetch(`${demo.address}/api/marketplaces/quayside/candidates`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: demo.address },
    body: JSON.stringify({ name: 'Bench', anchor: 'QS0049G9', rivals: ['QS004AH0', 'QS004BI1', 'QS004CJ2'] }),
  });
  const { id } = (await made.json()) as { id: number };
  const browser = await launch();
  const page = await browser.newPage({ viewport });
  await page.addInitScript('globalThis.__name = (f) => f');
  await page.goto(`${demo.address}/quayside/candidates/${id}/costing`);
  for (const [field, text] of [
    ['Unit cost USD', '8.5'],
    ['Freight a unit USD', '1.9'],
    ['First order, units', '600'],
  ] as const) {
    // prettier-ignore
    await page.getByRole('textbox', { name: field }).fill(text);
    await page.keyboard.press('Tab');
  }
  await page.getByRole('table', { name: 'How sure' }).waitFor({ timeout: 60_000 });
  const took = await page.evaluate(async () => {
    const price = document.querySelector<HTMLInputElement>('input[type=range][aria-label="Price"]')!;
    // As a finger would: React does not see a value that is set on the field itself.
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!;
    const times: number[] = [];
    for (let i = 0; i < 44; i++) {
      await new Promise((resolve) => setTimeout(resolve, 150));
      const from = performance.now();
      set.call(price, String(Number(price.min) + (((i * 37) % 60) + 60) * Number(price.step)));
      price.dispatchEvent(new Event('input', { bubbles: true }));
      await new Promise((resolve) =>
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = resolve;
          port2.postMessage(0);
        }),
      );
      if (i >= 4) times.push(performance.now() - from);
    }
    return times;
  });
  await browser.close();
  await demo.stop();
  return spread(took);
};
