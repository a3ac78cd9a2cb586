import './app/theme.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.tsx';
import { applyScheme, followOtherTabs } from './ui/ownSettings.ts';

applyScheme();
followOtherTabs();

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root element.');
createRoot(root).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
