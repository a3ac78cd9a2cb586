import type { EndpointName } from '@nachweis/contract';
import useSWR, { type SWRConfiguration } from 'swr';
import type { ApiProblem } from './apiProblem.ts';
import { type Answer, addressOf, type CallArgs, callApi } from './callApi.ts';

/** Reads an endpoint through SWR; the key is its address. */
export function useApi<N extends EndpointName>(
  name: N,
  args: CallArgs<N>,
  options: SWRConfiguration<Answer<N>, ApiProblem> = {},
) {
  return useSWR<Answer<N>, ApiProblem>(addressOf(name, args), () => callApi(name, args), options);
}
