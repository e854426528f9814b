// Pages outside the room: the display panel, and forgetting what a room left in this browser's caches.
import Alpine from '@alpinejs/csp';
import { displayPanel } from './display.js';

Alpine.data('displayPanel', displayPanel);
Alpine.data('pinField', () => ({
  shown: false,
  toggle() {
    this.shown = !this.shown;
  },
  get type() {
    return this.shown ? 'text' : 'password';
  },
}));
Alpine.start();

if (document.body.dataset.forget === 'rooms' && 'caches' in window) {
  caches.delete('ledger-rooms');
}
