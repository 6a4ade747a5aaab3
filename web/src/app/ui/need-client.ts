import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

/** Shown where a screen needs a client and the focus names none, or one that is not there. */
@Component({
  selector: 'ul-need-client',
  imports: [RouterLink],
  template: `<section class="page">
    <h1>Which client?</h1>
    <p class="lead">Choose a client in the sentence above, or <a routerLink="/clients">look at all of them</a>.</p>
  </section>`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NeedClient {}
