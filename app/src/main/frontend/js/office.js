// Pages of the office with a plan of seats: the room, which is drawn, and the exam, in which people are given seats.
import './page.js';
import { maybe } from './dom.js';
import { editRoom } from './plan/room-editor.js';
import { moveSeats } from './plan/seat-moves.js';

const room = maybe('#room', document, HTMLFormElement);
if (room) {
  editRoom(room);
}
const move = maybe('#move', document, HTMLFormElement);
if (move) {
  moveSeats(move);
}
