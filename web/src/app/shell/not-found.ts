import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'ul-not-found',
  imports: [RouterLink],
  template: `<section class="page">
    <h1>There is no such screen</h1>
    <p>The address may be mistyped. <a routerLink="/clients">Go to Clients</a></p>
  </section>`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NotFound {}
