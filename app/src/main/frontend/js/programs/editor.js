// The editor of a program: CodeMirror in a shadow root, where its styles need no leave of the page's policy.
import { closeBrackets, closeBracketsKeymap } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands';
import { javascript } from '@codemirror/lang-javascript';
import { python } from '@codemirror/lang-python';
import { bracketMatching, HighlightStyle, indentOnInput, indentUnit, syntaxHighlighting } from '@codemirror/language';
import { highlightSelectionMatches, openSearchPanel, search, searchKeymap } from '@codemirror/search';
import { Compartment, EditorState, StateEffect, StateField, Transaction } from '@codemirror/state';
import { Decoration, drawSelection, EditorView, highlightActiveLine, keymap, lineNumbers } from '@codemirror/view';
import { tags } from '@lezer/highlight';

const LANGUAGES = {
  python: [python(), indentUnit.of('    ')],
  javascript: [javascript(), indentUnit.of('  ')],
};

/** Weight and slant say it first; colour only helps, and follows the theme. */
const HIGHLIGHT = HighlightStyle.define([
  { tag: [tags.keyword, tags.operatorKeyword, tags.controlKeyword, tags.definitionKeyword], fontWeight: '650' },
  { tag: [tags.string, tags.special(tags.string)], color: 'var(--tab)' },
  { tag: [tags.number, tags.bool, tags.null], color: 'var(--ochre)' },
  { tag: tags.comment, color: 'var(--ink-2)', fontStyle: 'italic' },
  { tag: [tags.function(tags.definition(tags.variableName)), tags.definition(tags.className)], textDecoration: 'underline' },
  { tag: tags.invalid, color: 'var(--oxide)' },
]);

const THEME = EditorView.theme({
  '&': { color: 'var(--ink)', backgroundColor: 'var(--paper)', fontSize: '1rem' },
  '&.cm-focused': { outline: '3px solid var(--tab)', outlineOffset: '1px' },
  '.cm-scroller': {
    fontFamily: 'var(--font-mono)',
    lineHeight: 'var(--code-line, 1.5)',
    letterSpacing: 'var(--code-spacing, normal)',
  },
  '.cm-content': { caretColor: 'var(--ink)', minHeight: '18em' },
  '.cm-gutters': { color: 'var(--ink-2)', backgroundColor: 'var(--wash)', borderRight: '1px solid var(--rule-2)' },
  '.cm-activeLine, .cm-activeLineGutter': {
    backgroundColor: 'transparent',
    boxShadow: 'inset 0 -1px var(--rule-2), inset 0 1px var(--rule-2)',
  },
  '.cm-cursor': { borderLeft: '2px solid var(--ink)' },
  '&.cm-focused > .cm-scroller > .cm-selectionLayer .cm-selectionBackground, .cm-selectionBackground': {
    backgroundColor: 'var(--ink-mark-2)',
  },
  '.cm-matchingBracket, &.cm-focused .cm-matchingBracket': { backgroundColor: 'transparent', outline: '1px solid var(--ink-2)' },
  '.cm-searchMatch, .cm-selectionMatch': { backgroundColor: 'var(--wash)', outline: '1px solid var(--edge)' },
  '.cm-searchMatch.cm-searchMatch-selected': { backgroundColor: 'var(--ink-mark-2)' },
  '.cm-panels': { color: 'var(--ink)', backgroundColor: 'var(--sheet)', borderColor: 'var(--rule-2)' },
  '.cm-textfield': {
    fontSize: '0.875rem',
    color: 'var(--ink)',
    backgroundColor: 'var(--paper)',
    border: '1px solid var(--edge)',
  },
  '.cm-button': {
    fontSize: '0.875rem',
    color: 'var(--ink)',
    backgroundImage: 'none',
    backgroundColor: 'var(--sheet)',
    border: '1px solid var(--edge)',
  },
  '.fixed': { backgroundColor: 'var(--wash)', boxShadow: '0 1px var(--rule-2)' },
});

const FIXED = Decoration.mark({ class: 'fixed' });
const fix = /** @type {import('@codemirror/state').StateEffectType<number[][]>} */ (StateEffect.define());

/** The stretches that stay as they are: they move with what is written before them, and nothing is written inside them. */
const fixed = StateField.define({
  create: () => Decoration.none,
  update(marks, transaction) {
    const set = transaction.effects.find((effect) => effect.is(fix));
    return set
      ? Decoration.set(
          set.value.filter(([from, to]) => to > from).map(([from, to]) => FIXED.range(from, to)),
          true,
        )
      : marks.map(transaction.changes);
  },
  provide: (field) => EditorView.decorations.from(field),
});

/** Refuses what would change a fixed stretch, or make the program too long. */
const kept = (most) =>
  EditorState.changeFilter.of((transaction) => {
    if (transaction.annotation(Transaction.remote)) {
      return true;
    }
    let allowed = transaction.newDoc.length <= most;
    transaction.changes.iterChanges((from, to) => {
      transaction.startState.field(fixed).between(from, to, (start, end) => {
        allowed = allowed && (to <= start || from >= end);
      });
    });
    return allowed;
  });

export class Editor {
  /**
   * @param {HTMLElement} host
   * @param {{ label: string, phrases: Record<string, string>, most: number, changed: () => void, left: () => void }} hooks
   */
  constructor(host, hooks) {
    this.hooks = hooks;
    this.language = new Compartment();
    this.writable = new Compartment();
    this.tab = new Compartment();
    const root = host.attachShadow({ mode: 'open' });
    this.view = new EditorView({
      root,
      parent: /** @type {any} */ (root),
      state: EditorState.create({ doc: '', extensions: this.extensions() }),
    });
  }

  extensions() {
    const { hooks } = this;
    return [
      lineNumbers(),
      history(),
      drawSelection(),
      highlightActiveLine(),
      highlightSelectionMatches(),
      bracketMatching(),
      closeBrackets(),
      indentOnInput(),
      search({ top: true }),
      syntaxHighlighting(HIGHLIGHT),
      fixed,
      kept(hooks.most),
      this.language.of([]),
      this.writable.of([]),
      this.tab.of([]),
      keymap.of([...closeBracketsKeymap, ...searchKeymap, ...historyKeymap, ...defaultKeymap]),
      THEME,
      EditorState.phrases.of(hooks.phrases),
      EditorView.contentAttributes.of({ 'aria-label': hooks.label, spellcheck: 'false', autocapitalize: 'off' }),
      EditorView.updateListener.of((update) => {
        if (update.docChanged && !update.transactions.some((one) => one.annotation(Transaction.remote))) {
          hooks.changed();
        }
      }),
      EditorView.domEventHandlers({ blur: () => hooks.left() }),
    ];
  }

  text() {
    return this.view.state.doc.toString();
  }

  /**
   * Shows another text; what was done before cannot be undone into it.
   *
   * @param {number[][]} places the stretches that stay as they are
   */
  show(language, text, places) {
    if (language !== this.shown) {
      this.shown = language;
      this.view.setState(EditorState.create({ doc: '', extensions: this.extensions() }));
      this.view.dispatch({ effects: this.language.reconfigure(LANGUAGES[language]) });
      this.setReadOnly(this.readOnly);
      this.setIndenting(this.indenting);
    }
    this.view.dispatch({
      changes: { from: 0, to: this.view.state.doc.length, insert: text },
      effects: fix.of(places),
      annotations: [Transaction.remote.of(true), Transaction.addToHistory.of(false)],
    });
  }

  setReadOnly(on = false) {
    this.readOnly = on;
    this.view.dispatch({ effects: this.writable.reconfigure([EditorState.readOnly.of(on)]) });
  }

  /** Tab leaves the editor, unless somebody wants it to indent; then Escape and Tab leave it. */
  setIndenting(on = false) {
    this.indenting = on;
    this.view.dispatch({ effects: this.tab.reconfigure(on ? keymap.of([indentWithTab]) : []) });
  }

  find() {
    openSearchPanel(this.view);
  }

  focus() {
    this.view.focus();
  }

  /** Brings a line into view and puts the cursor there. */
  goTo(number) {
    const line = this.view.state.doc.line(Math.max(1, Math.min(number, this.view.state.doc.lines)));
    this.view.dispatch({ selection: { anchor: line.from }, scrollIntoView: true });
    this.view.focus();
  }
}
