import { notices } from './notices.js';
import './board.css';

const board = document.querySelector('#board');
for (const { title, text } of notices) {
  const card = document.createElement('article');
  card.className = 'card';
  card.innerHTML = `<h2>${title}</h2><p>${text}</p>`;
  board.append(card);
}
