// Puts the candidate's display on the page before anything is painted.
import { applyDisplay, storedDisplay } from './display.js';

applyDisplay(storedDisplay());
