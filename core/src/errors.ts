export type CoreErrorCode = 'bad-raster' | 'bad-quad' | 'bad-name-rule' | 'bad-points' | 'bad-level';

/** An error of the computation core: a closed code, and the values that were received as data. */
export class CoreError extends Error {
  readonly code: CoreErrorCode;
  readonly data: Readonly<Record<string, unknown>>;

  constructor(code: CoreErrorCode, message: string, data: Record<string, unknown> = {}) {
    super(message);
    this.name = 'CoreError';
    this.code = code;
    this.data = data;
  }
}
