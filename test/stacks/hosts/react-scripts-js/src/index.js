import React from 'react';
import { createRoot } from 'react-dom/client';
import './index.css';
import App from './App';
import { Season } from './parts/season';

const root = createRoot(document.getElementById('root'));
root.render(
  <React.StrictMode>
    {/* Everything below knows the season. */}
    <Season.Provider value="spring">
      <App hives={2} />
    </Season.Provider>
  </React.StrictMode>
);
