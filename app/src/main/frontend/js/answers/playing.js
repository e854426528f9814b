// Sounds and films with a number of plays: a play counts once it has begun, and a player that stalls costs nothing.
export class Playing {
  constructor(answers) {
    this.answers = answers;
  }

  bind(sheet, item) {
    sheet.querySelectorAll('.playing').forEach((root) => {
      const player = root.querySelector('audio, video');
      const { response, medium } = root.dataset;
      player.src = this.answers.medium(medium);
      player.preload = 'auto';
      const begin = root.querySelector('[data-play]');
      const ask = root.querySelector('.play-ask');
      begin.addEventListener('click', () => {
        if (this.left(this.answers.page.stateOf(item), root) !== 1) {
          this.play(item, root, player);
        } else {
          ask.hidden = false;
          ask.querySelector('button').focus();
        }
      });
      ask.querySelector('[data-go]').addEventListener('click', () => {
        ask.hidden = true;
        this.play(item, root, player);
      });
      ask.querySelector('[data-wait]').addEventListener('click', () => {
        ask.hidden = true;
        begin.focus();
      });
      player.addEventListener('playing', () => {
        if (root.dataset.begun !== 'true') {
          root.dataset.begun = 'true';
          if (!this.answers.page.act('played', { item, response })) {
            player.pause();
          }
        }
      });
      player.addEventListener('ended', () => this.over(item, root));
      player.addEventListener('timeupdate', () => {
        root.querySelector('progress').value = player.duration ? player.currentTime / player.duration : 0;
      });
      player.addEventListener('waiting', () => this.say(root, 'play.stalled'));
      player.addEventListener('error', () => this.failed(item, root, player));
      root.querySelector('[type=range]').addEventListener('input', (event) => {
        player.volume = event.target.value / 100;
      });
    });
  }

  /** Returns how often it can still be played, as the rulebook counts; undefined where that is not limited. */
  left(question, root) {
    return question?.playsLeft[root.dataset.response];
  }

  async play(item, root, player) {
    root.dataset.begun = 'false';
    root.dataset.running = 'true';
    player.currentTime = 0;
    this.say(root, 'play.begins');
    root.querySelector('[data-play]').disabled = true;
    await player.play().catch(() => this.failed(item, root, player));
  }

  /** What could not be fetched is fetched again at the next press; nothing has counted. */
  failed(item, root, player) {
    if (root.dataset.running === 'true' && root.dataset.begun !== 'true') {
      this.say(root, 'play.failed');
      player.load();
      this.over(item, root, true);
    }
  }

  over(item, root, failed = false) {
    root.dataset.running = 'false';
    this.drawOne(root, this.answers.page.stateOf(item), failed);
  }

  say(root, key, ...args) {
    root.querySelector('.play-said').textContent = this.answers.say(key, ...args);
  }

  draw(sheet, question) {
    sheet.querySelectorAll('.playing').forEach((root) => this.drawOne(root, question));
  }

  drawOne(root, question, failed = false) {
    const left = this.left(question, root);
    const running = root.dataset.running === 'true';
    root.querySelector('[data-play]').disabled = running || question.seal !== 'none' || left === 0;
    if (running && root.dataset.begun === 'true') {
      this.say(root, 'play.running');
    } else if (!running && !failed) {
      root.querySelector('.play-said').textContent = left === undefined ? '' : left ? this.answers.say('play.left', left) : this.answers.say('play.none');
    }
  }
}
