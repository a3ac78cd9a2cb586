import { RateLimiterMemory, type RateLimiterRes } from 'rate-limiter-flexible';
import { HttpProblem } from '../http/problem.ts';
import { createKeyedLock } from '../turns/keyedLock.ts';

/** Who tries to sign in as whom. */
export interface SignInTry {
  /** as it was typed */
  email: string;
  address: string;
  /** somebody has signed in to this account in this browser before */
  knownBrowser: boolean;
}

/** Tries that failed, and in how many seconds they are forgotten. */
const LIMITS = {
  /** one account from one address: somebody who has forgotten */
  accountAndAddress: { points: 10, duration: 5 * 60 },
  /** one account from everywhere: somebody who guesses; its owner's own browsers pass */
  account: { points: 30, duration: 60 * 60 },
  /** one address, a whole school perhaps */
  address: { points: 300, duration: 5 * 60 },
};

/**
 * Limits guesses of passwords. Only what failed counts, after it failed, so that a class behind one address gets in.
 * Tries at one account take turns, so that many at once do not pass before the first has failed.
 */
export interface SignInLimits {
  /**
   * Checks a password within the limits.
   * @returns what `check` found; null counts as a failure
   * @throws HttpProblem `too-many-requests`
   */
  guard<T>(attempt: SignInTry, check: () => Promise<T | null>): Promise<T | null>;
}

export function createSignInLimits(): SignInLimits {
  const both = new RateLimiterMemory({ keyPrefix: 'both', ...LIMITS.accountAndAddress });
  const account = new RateLimiterMemory({ keyPrefix: 'account', ...LIMITS.account });
  const address = new RateLimiterMemory({ keyPrefix: 'address', ...LIMITS.address });
  const turns = createKeyedLock();
  return {
    guard<T>(attempt: SignInTry, check: () => Promise<T | null>) {
      const email = attempt.email.trim().toLowerCase();
      const counters: Array<[RateLimiterMemory, string]> = [
        [both, `${email} ${attempt.address}`],
        [address, attempt.address],
      ];
      if (!attempt.knownBrowser) counters.push([account, email]);
      return turns.with(email, async () => {
        for (const [limiter, key] of counters) requireLeft(limiter, await limiter.get(key));
        const found = await check();
        if (found === null) for (const [limiter, key] of counters) await limiter.penalty(key);
        else await both.delete(`${email} ${attempt.address}`);
        return found;
      });
    },
  };
}

function requireLeft(limiter: RateLimiterMemory, used: RateLimiterRes | null): void {
  if (!used || used.consumedPoints < limiter.points) return;
  throw new HttpProblem('too-many-requests', { seconds: Math.ceil(used.msBeforeNext / 1000) });
}
