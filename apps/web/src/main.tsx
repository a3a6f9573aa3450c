import '@fontsource-variable/archivo/wdth.css';
import '@fontsource/b612-mono/latin-400.css';
import '@fontsource/b612-mono/latin-700.css';
import './styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app.tsx';
import { FailureBoundary } from './shell/failure.tsx';
import { applyTheme } from './shell/theme.ts';
import { pressOnce } from './ui/held-keys.ts';

applyTheme();
pressOnce();
const root = document.getElementById('root');
if (!root) throw new Error('main: the page has no #root');
createRoot(root).render(
  <StrictMode>
    <FailureBoundary>
      <App />
    </FailureBoundary>
  </StrictMode>,
);
