import './app/theme.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.tsx';
import { openedCode } from './app/openedPage.tsx';
import { keepPages } from './offline/keepPages.ts';
import { applyScheme, followOtherTabs } from './ui/ownSettings.ts';
import { watchBack } from './ui/useBackCloses.ts';

applyScheme();
followOtherTabs();
watchBack();
keepPages();
// Asked for before the first word is drawn: letters that come late move what one is about to click.
for (const family of ['Next', 'Mono'])
  document.fonts.load(`1em "Atkinson Hyperlegible ${family} Variable"`).catch(() => {
    // Without them the letters of the system stand in.
  });

// A function of its own: what is awaited by the module itself would wait for what needs this module first.
async function begin(): Promise<void> {
  // Only where a server is tried without HTTPS; no other page has to fetch it.
  if (!('randomUUID' in crypto)) (await import('./api/uuid.ts')).provideRandomUuid();
  await openedCode();
  const root = document.getElementById('root');
  if (!root) throw new Error('The page has no root element.');
  createRoot(root).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
}

void begin();
