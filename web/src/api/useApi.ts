import type { EndpointName } from '@nachweis/contract';
import { useEffect, useMemo } from 'react';
import useSWR, { type KeyedMutator, type SWRConfiguration, useSWRConfig } from 'swr';
import { readAhead } from './ahead.ts';
import { ApiProblem } from './apiProblem.ts';
import { type Answer, addressOf, type CallArgs, callApi, keepShown, lastAnswer } from './callApi.ts';

/**
 * Reads an endpoint through SWR; the key is its address. Where the server cannot be reached and nothing is there yet,
 * what was read last stands in for it, and the server goes on being asked. `mutate` is bound to the address it was
 * rendered with: the library's own follows the component, so that an answer that arrives once one has gone on from one
 * hand-in to the next would be put onto the next.
 */
export function useApi<N extends EndpointName>(
  name: N,
  args: CallArgs<N>,
  options: SWRConfiguration<Answer<N>, ApiProblem> = {},
) {
  const { cache, mutate } = useSWRConfig();
  const address = addressOf(name, args);
  const read = async (): Promise<Answer<N>> => {
    try {
      return await (readAhead<Answer<N>>(cache, address) ?? callApi(name, args));
    } catch (problem) {
      if (problem instanceof ApiProblem && problem.code === 'offline' && !cache.get(address)?.data) {
        const last = await lastAnswer(name, args);
        if (last) await mutate(address, last, { revalidate: false });
      }
      throw problem;
    }
  };
  const query = useSWR<Answer<N>, ApiProblem>(address, read, options);
  const { data } = query;
  useEffect(() => {
    if (data !== undefined) keepShown(name, address, data);
  }, [data, name, address]);
  const own = useMemo(() => mutate.bind(null, address) as KeyedMutator<Answer<N>>, [mutate, address]);
  // Getters, as the library has: a component is rendered again for what it has read only.
  return {
    get data() {
      return query.data;
    },
    get error() {
      return query.error;
    },
    get isLoading() {
      return query.isLoading;
    },
    get isValidating() {
      return query.isValidating;
    },
    mutate: own,
  };
}
