export default async () => {
  await globalThis.kettleTestDatabase.stop();
};
