import type { PictureAnswer, SheetRequest } from '@lens/contract';
import type { Style, Vocabulary } from '@lens/core';
import type { Happening, PicturedClient } from '@lens/draw';

/** What a picture is drawn from beside its question: all that a thread without the record needs to know. */
export interface SheetPicture {
  readonly answer: PictureAnswer;
  readonly client: PicturedClient;
  readonly style: Style;
  readonly words: Required<ConstructorParameters<typeof Vocabulary>>;
  readonly happenings: readonly Happening[];
}

/** A sheet to be drawn, with what there is for each of its tiles that is a picture, or why there is nothing. */
export interface SheetTask {
  readonly request: SheetRequest;
  readonly pictures: readonly (SheetPicture | { readonly why: string } | null)[];
}
