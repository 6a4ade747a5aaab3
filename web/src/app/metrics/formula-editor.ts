import { autocompletion, closeBrackets, type CompletionContext, type CompletionResult, startCompletion } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { type Diagnostic, lintKeymap, setDiagnostics } from '@codemirror/lint';
import { Compartment, EditorState, type Extension } from '@codemirror/state';
import { EditorView, keymap, placeholder } from '@codemirror/view';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  model,
  viewChild,
} from '@angular/core';
import { completionsOf, type FormulaProblem, type FormulaWords } from '@lens/core';

const THEME = EditorView.theme({
  '&': {
    color: 'var(--ink)',
    backgroundColor: 'var(--sheet)',
    fontSize: '16px',
    borderRadius: '4px',
    border: '1px solid var(--ink-quiet)',
  },
  '&.cm-focused': { outline: '2px solid var(--accent)', outlineOffset: '-1px' },
  '.cm-scroller': { fontFamily: 'inherit' },
  '.cm-content': { padding: '10px 4px', minHeight: '48px', caretColor: 'var(--ink)' },
  '.cm-tooltip': { backgroundColor: 'var(--sheet)', color: 'var(--ink)', border: '1px solid var(--line-strong)', fontFamily: 'inherit' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: 'inherit', maxHeight: '16em' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { backgroundColor: 'var(--accent-paper)', color: 'var(--ink)' },
  '.cm-completionMatchedText': { textDecoration: 'none', fontWeight: '600' },
  '.cm-completionInfo': { maxWidth: '280px' },
  '.cm-diagnostic-error': { borderLeftColor: 'var(--danger)' },
  '.cm-diagnosticAction': { backgroundColor: 'var(--accent)', color: 'var(--on-accent)' },
  '.cm-selectionBackground, &.cm-focused .cm-selectionBackground': { backgroundColor: 'var(--accent-paper)' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
});

/** Where a formula is written: it offers what this client has, and underlines what it cannot read. */
@Component({
  selector: 'ul-formula-editor',
  template: `<div #place></div>`,
  styles: `
    :host {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FormulaEditor {
  readonly label = input.required<string>();
  readonly words = input.required<FormulaWords>();
  readonly problem = input<FormulaProblem | null>(null);
  readonly fixed = input(false);
  readonly text = model.required<string>();
  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  private readonly editable = new Compartment();
  private view: EditorView | undefined;

  constructor() {
    afterNextRender(() => (this.view = this.made()));
    inject(DestroyRef).onDestroy(() => this.view?.destroy());
    effect(() => this.write(this.text()));
    effect(() => this.mark(this.problem()));
    effect(() => {
      const effects = this.editable.reconfigure(this.fixity(this.fixed()));
      this.view?.dispatch({ effects });
    });
  }

  private made(): EditorView {
    const view = new EditorView({
      parent: this.place().nativeElement,
      state: EditorState.create({ doc: this.text(), extensions: this.extensions() }),
    });
    queueMicrotask(() => this.mark(this.problem()));
    return view;
  }

  private extensions(): Extension[] {
    return [
      history(),
      closeBrackets(),
      EditorView.lineWrapping,
      EditorView.contentAttributes.of({ 'aria-label': this.label(), spellcheck: 'false' }),
      placeholder('value of purchase by sale date * margin - spend'),
      autocompletion({ override: [(context) => this.offers(context)], icons: false }),
      keymap.of([
        ...defaultKeymap.filter(({ key }) => key !== 'Mod-Enter'),
        ...historyKeymap,
        ...lintKeymap,
        { key: 'Alt-Enter', run: (view) => this.mend(view) },
      ]),
      EditorView.updateListener.of(({ docChanged, state }) => {
        if (docChanged) this.text.set(state.doc.toString());
      }),
      this.editable.of(this.fixity(this.fixed())),
      THEME,
    ];
  }

  private readonly fixity = (isFixed: boolean): Extension => [EditorState.readOnly.of(isFixed), EditorView.editable.of(!isFixed)];

  private offers({ state, pos, explicit }: CompletionContext): CompletionResult | null {
    const { from, options } = completionsOf(state.doc.toString(), pos, this.words());
    if (options.length === 0 || (!explicit && from === pos)) return null;
    return {
      from,
      filter: false,
      options: options.map(({ label, note, text, kind }) => ({
        label,
        info: note,
        type: kind,
        apply: (view, _, start, end) => {
          view.dispatch({ changes: { from: start, to: end, insert: text }, selection: { anchor: start + text.length } });
          // After “count of” an outcome follows.
          if (kind === 'part') startCompletion(view);
        },
      })),
    };
  }

  /** Writes what was probably meant. */
  private mend(view: EditorView): boolean {
    const [mend] = this.problem()?.mends ?? [];
    if (mend) view.dispatch({ changes: { from: mend.from, to: mend.to, insert: mend.text } });
    return mend !== undefined;
  }

  private write(text: string): void {
    const doc = this.view?.state.doc;
    if (doc && doc.toString() !== text) this.view?.dispatch({ changes: { from: 0, to: doc.length, insert: text } });
  }

  private mark(problem: FormulaProblem | null): void {
    const { view } = this;
    if (!view) return;
    const length = view.state.doc.length;
    view.dispatch(setDiagnostics(view.state, problem && length > 0 ? [diagnosticOf(problem, length)] : []));
  }
}

const diagnosticOf = ({ from, to, message, mends }: FormulaProblem, length: number): Diagnostic => ({
  // What is missing at the end is marked on the last character.
  from: Math.min(from, length - 1),
  to: Math.min(Math.max(to, from + 1), length),
  severity: 'error',
  message,
  actions: mends.map((mend) => ({
    name: `Write “${mend.text}”`,
    apply: (view: EditorView) => view.dispatch({ changes: { from: mend.from, to: mend.to, insert: mend.text } }),
  })),
});
