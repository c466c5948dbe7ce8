declare module 'wink-eng-lite-web-model' {
  import type { Model } from 'wink-nlp';
  const model: Model;
  export default model;
}
