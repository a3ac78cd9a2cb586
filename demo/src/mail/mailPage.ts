import type { Message } from './mailStandIn.ts';

const escaped = (text: string): string => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** A link in a letter can be followed; nothing else of it is more than text. */
const withLinks = (text: string): string =>
  escaped(text).replace(/https?:\/\/[^\s<]+/g, (link) => `<a href="${link}">${link}</a>`);

const STYLE = `
  body { margin: 2rem auto; max-width: 56rem; padding: 0 1rem; background: #f2ede0; color: #1d2a2c; font: 1rem/1.5 system-ui, sans-serif; }
  a { color: #134548; } table { border-collapse: collapse; width: 100%; } th { text-align: left; font-weight: 600; }
  th, td { border-bottom: 1px solid #cfc8b4; padding: .35rem .6rem .35rem 0; vertical-align: top; overflow-wrap: anywhere; }
  pre { white-space: pre-wrap; overflow-wrap: anywhere; background: #fdfaf1; border: 1px solid #cfc8b4; padding: 1rem; font: inherit; }`;

const page = (title: string, body: string): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(title)}</title><style>${STYLE}</style></head><body><main>${body}</main></body></html>`;

/** What arrived, the newest first. */
export function listPage(messages: readonly Message[]): string {
  const rows = messages
    .map(
      ({ id, at, to, subject }) =>
        `<tr><td><time datetime="${at}">${at.slice(0, 16).replace('T', ' ')}</time></td><td>${escaped(to)}</td><td><a href="/messages/${id}">${escaped(subject) || '(no subject)'}</a></td></tr>`,
    )
    .join('');
  const table = `<table><thead><tr><th scope="col">Arrived (UTC)</th><th scope="col">To</th><th scope="col">Subject</th></tr></thead><tbody>${rows}</tbody></table>`;
  return page(
    'Mail stand-in',
    `<h1>Mail stand-in</h1><p>Letters that Nachweis sent. None of them went anywhere else; they are gone when this program ends.</p>${messages.length > 0 ? table : '<p>None has arrived yet.</p>'}`,
  );
}

export function messagePage({ from, to, subject, at, text }: Message): string {
  const head = [
    ['From', from],
    ['To', to],
    ['Arrived', at],
  ]
    .map(([label = '', value = '']) => `<tr><th scope="row">${label}</th><td>${escaped(value)}</td></tr>`)
    .join('');
  return page(
    subject,
    `<p><a href="/">All letters</a></p><h1>${escaped(subject)}</h1><table><tbody>${head}</tbody></table><pre>${withLinks(text)}</pre>`,
  );
}
