import j from 'jest-environment-jsdom';

const Base = j.TestEnvironment ?? j.default ?? j;
const WEB_GLOBALS = [
  'fetch',
  'Request',
  'Response',
  'Headers',
  'FormData',
  'Blob',
  'AbortController',
  'AbortSignal',
  'TextEncoder',
  'TextDecoder',
  'ReadableStream',
  'WritableStream',
  'TransformStream',
  'structuredClone',
  'BroadcastChannel',
];

/** jsdom without Node's web globals lacks what the router and the api need. */
export default class extends Base {
  async setup() {
    await super.setup();
    for (const name of WEB_GLOBALS) this.global[name] = globalThis[name];
  }
}
