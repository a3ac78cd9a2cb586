/**
 * What failed, by name and with its first words, out of the reports that Vitest and Playwright write as JSON.
 * Said again under all that was printed: of a long log often only the end is kept.
 */

const lines = 12;
// biome-ignore lint/suspicious/noControlCharactersInRegex: colours of a terminal, which mean nothing in a kept log
const plain = (text) => text.replace(/\u001b\[[0-9;]*m/g, '');
const firstWords = (text) =>
  plain(text ?? '')
    .split('\n')
    .slice(0, lines);

/** @param report Vitest's report; null where it broke off before it could write one. */
export function unitFailures(report) {
  return (report?.testResults ?? []).flatMap((file) => {
    const failed = file.assertionResults.filter(({ status }) => status === 'failed');
    // A file that could not be loaded has no tests of its own, but words.
    if (failed.length === 0 && file.status === 'failed')
      return [{ name: file.name, words: firstWords(file.message) }];
    return failed.map((test) => ({
      name: `${file.name}: ${test.fullName}`,
      words: firstWords(test.failureMessages.join('\n')),
    }));
  });
}

/** @param report Playwright's report; null where it broke off before it could write one. */
export function journeyFailures(report) {
  const specsOf = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)];
  return (report?.suites ?? [])
    .flatMap(specsOf)
    .filter(({ ok }) => !ok)
    .map((spec) => ({
      name: `${spec.file}:${spec.line}: ${spec.title}`,
      words: firstWords(
        spec.tests
          .flatMap((test) => test.results.flatMap(({ errors }) => errors.map(({ message }) => message)))
          .join('\n'),
      ),
    }));
}
