import '@testing-library/jest-dom';
import { configure } from '@testing-library/react';

// What is waited for comes as soon as it is there; the limit is for a busy machine.
configure({ asyncUtilTimeout: 20_000 });

class Observer {
  observe() {}
  unobserve() {}
  disconnect() {}
}
globalThis.ResizeObserver ??= Observer as never;
globalThis.IntersectionObserver ??= Observer as never;
window.matchMedia ??= ((query: string) => ({
  matches: false,
  media: query,
  onchange: null,
  addEventListener() {},
  removeEventListener() {},
  addListener() {},
  removeListener() {},
  dispatchEvent: () => false,
})) as never;
Element.prototype.scrollTo ??= () => {};
Element.prototype.scrollIntoView ??= () => {};
File.prototype.text ??= function text(this: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error!);
    reader.readAsText(this);
  });
};

// The slider measures its thumbs in a frame of its own, outside of any test's act(): that is no fault of the test.
const say = console.error;
console.error = (...words: unknown[]) => {
  if (!String(words[0]).includes('not wrapped in act')) say(...words);
};

// jsdom has no workers; a test that needs one brings its own.
Object.assign(globalThis, {
  Worker: class {
    terminate(): void {}
    postMessage(): void {}
  },
});
