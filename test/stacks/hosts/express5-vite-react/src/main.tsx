import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Swap } from './Swap';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Swap />
  </StrictMode>,
);
