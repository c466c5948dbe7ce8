const PAUSE_MS = 25;

/** Asks until an answer is as wished; the test's own time limit ends it when it never is. What fails is asked again. */
export const until = async <T>(ask: () => T | Promise<T>, isRight: (answer: T) => boolean = Boolean): Promise<T> => {
  for (;;) {
    try {
      const answer = await ask();
      if (isRight(answer)) return answer;
    } catch {
      // Perhaps the next time.
    }
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
  }
};
