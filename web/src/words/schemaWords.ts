const BOUNDS: Readonly<Record<string, string>> = {
  '>=': 'at least',
  '>': 'more than',
  '<=': 'at most',
  '<': 'less than',
};

/**
 * Says a message of the schema library in words of ours, which stand behind the field's name; another one stays as it
 * is. It is part of what every page loads first, and so is short.
 */
export const schemaWords = (message: string): string =>
  message
    .replace(/^Too .*>=1 \w+$/, 'nothing is there.')
    .replace(/^Too .*?([<>]=?)(.+)$/, (_, sign: string, bound: string) => `${BOUNDS[sign]} ${bound}.`)
    .replace(/^Invalid.* undefined$/, 'it is missing.')
    .replace(/^Invalid.*expected (\w+), received (\w+)$/, '$1 is wanted, not $2.')
    .replace(/^Invalid.*expected (.+)$/, '$1 is wanted.')
    .replace(/^Unrecognized \w+: (.+)$/, '$1 is not known here.')
    .replace(/^Invalid.+$/, 'this cannot be read.');
