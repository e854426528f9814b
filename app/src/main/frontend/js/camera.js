// A camera that ships with the application: frames drawn from sample faces. It looks like a device to the rest: it shows
// a picture and gives frames. A real camera takes its place by giving the same two.
import { all, one } from './dom.js';

const WIDTH = 320;
const HEIGHT = 240;
const FRAME_WIDTH = 80;
const FRAME_HEIGHT = 60;
const EVERY = 250;

export class Camera {
  /** @param seen hears what every frame shows, as the rulebook judges it */
  constructor(face, desk, seen) {
    this.desk = desk;
    this.seen = seen;
    this.canvas = one('#camera', document, HTMLCanvasElement);
    this.scene = 'one';
    this.faces = [picture(face || 'a'), picture(face === 'b' ? 'c' : 'b')];
    all('[data-scene]').forEach((button) =>
      button.addEventListener('click', () => {
        this.scene = button.dataset.scene;
        this.mark();
      }),
    );
    this.mark();
  }

  mark() {
    all('[data-scene]').forEach((button) => {
      button.setAttribute('aria-pressed', String(button.dataset.scene === this.scene));
    });
  }

  /** @param {number} [every] how long after each other frames are judged, in milliseconds */
  async start(every = EVERY) {
    await Promise.all(this.faces.map((face) => face.decode()));
    setInterval(() => this.frame(), every);
    this.frame();
  }

  frame() {
    this.draw(this.canvas.getContext('2d'), performance.now());
    const small = new OffscreenCanvas(FRAME_WIDTH, FRAME_HEIGHT);
    const context = small.getContext('2d', { willReadFrequently: true });
    context.drawImage(this.canvas, 0, 0, FRAME_WIDTH, FRAME_HEIGHT);
    const bytes = context.getImageData(0, 0, FRAME_WIDTH, FRAME_HEIGHT).data;
    const rgb = new Int32Array(FRAME_WIDTH * FRAME_HEIGHT);
    for (let i = 0; i < rgb.length; i++) {
      rgb[i] = (bytes[4 * i] << 16) | (bytes[4 * i + 1] << 8) | bytes[4 * i + 2];
    }
    this.seen(this.desk.view(FRAME_WIDTH, FRAME_HEIGHT, rgb));
  }

  draw(context, time) {
    context.fillStyle = '#aab8c4';
    context.fillRect(0, 0, WIDTH, HEIGHT);
    context.fillStyle = '#d9e2ea';
    context.fillRect(236, 16, 68, 88);
    const sway = 3 * Math.sin(time / 700);
    const places = { one: [120], none: [], several: [30, 190], dark: [120], covered: [] }[this.scene];
    places.forEach((x, i) => context.drawImage(this.faces[i], x - 20 + sway, 48, 160, 192));
    if (this.scene === 'covered') {
      context.fillStyle = '#6f5a4e';
      context.fillRect(0, 0, WIDTH, HEIGHT);
    }
    if (this.scene === 'dark') {
      context.fillStyle = 'rgb(0 0 0 / 0.86)';
      context.fillRect(0, 0, WIDTH, HEIGHT);
    }
  }

  /**
   * Returns the picture.
   *
   * @param {string} [type] its media type
   * @param {number} [quality] of a JPEG, 0 to 1
   * @returns {Promise<Blob | null>}
   */
  take(type = 'image/png', quality = undefined) {
    return new Promise((resolve) => this.canvas.toBlob(resolve, type, quality));
  }
}

function picture(name) {
  const image = new Image();
  image.src = `/assets/faces/${name}.svg`;
  return image;
}
