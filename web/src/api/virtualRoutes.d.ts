declare module 'virtual:routes' {
  /** What of an endpoint the page has to know. */
  export interface Route {
    method: 'GET' | 'PUT' | 'POST' | 'DELETE';
    /** parameters start with a colon */
    path: string;
    isPublic: boolean;
    /** absent: 204 without content */
    answers: boolean;
  }
  export const routes: Readonly<Record<import('@nachweis/contract').EndpointName, Route>>;
}
