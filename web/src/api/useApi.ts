import type { EndpointName } from '@nachweis/contract';
import { useEffect } from 'react';
import useSWR, { type SWRConfiguration, useSWRConfig } from 'swr';
import { ApiProblem } from './apiProblem.ts';
import { type Answer, addressOf, type CallArgs, callApi, keepShown, lastAnswer } from './callApi.ts';

/**
 * Reads an endpoint through SWR; the key is its address. Where the server cannot be reached and nothing is there yet,
 * what was read last stands in for it, and the server goes on being asked.
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
      return await callApi(name, args);
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
  return query;
}
