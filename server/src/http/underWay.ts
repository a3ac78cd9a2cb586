import type { NextFunction, Request, RequestHandler, Response } from 'express';

/** What requests began. It may outlast its connection: who asked has gone, and the work goes on. */
export interface UnderWay {
  /** @returns the handler, each of whose calls is followed to its end */
  following(handler: (req: Request, res: Response, next: NextFunction) => Promise<unknown>): RequestHandler;
  /** Resolves when nothing is under way any more, at the latest after the time that is given. */
  ended(patienceMs: number): Promise<void>;
}

export function createUnderWay(): UnderWay {
  const running = new Set<Promise<unknown>>();
  return {
    following: (handler) => (req, res, next) => {
      const work = handler(req, res, next);
      running.add(work);
      const gone = () => running.delete(work);
      work.then(gone, gone);
      return work;
    },
    async ended(patienceMs) {
      let timer: NodeJS.Timeout | undefined;
      const late = new Promise<void>((resolve) => {
        timer = setTimeout(resolve, patienceMs);
      });
      await Promise.race([Promise.allSettled(running), late]);
      clearTimeout(timer);
    },
  };
}
