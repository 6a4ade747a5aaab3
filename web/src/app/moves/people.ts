import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MovesService } from '../data/moves';
import { Person } from '../data/person';

/** Who sits here, and who approves moves: names on this machine, nothing that is kept secret. */
@Component({
  selector: 'ul-moves-people',
  imports: [MatExpansionPanel, MatExpansionPanelHeader, MatFormField, MatHint, MatInput, MatLabel],
  template: `
    <mat-expansion-panel>
      <mat-expansion-panel-header>{{ title() }}</mat-expansion-panel-header>
      <div class="fields">
        <mat-form-field>
          <mat-label>Your name</mat-label>
          <input #own matInput maxlength="100" [value]="person.name()" (change)="person.name.set(own.value.trim())" />
          <mat-hint>Each step says who took it</mat-hint>
        </mat-form-field>
        <mat-form-field>
          <mat-label>Approved by</mat-label>
          <input #leading matInput maxlength="1000" [value]="leads().join(', ')" (change)="name(leading.value)" />
          <mat-hint>Names of those who lead, with commas; nobody for no approval</mat-hint>
        </mat-form-field>
      </div>
    </mat-expansion-panel>
  `,
  styles: `
    mat-expansion-panel {
      margin: 18px 0;
    }
    .fields {
      display: flex;
      flex-wrap: wrap;
      gap: 16px;
    }
    mat-form-field {
      flex: 1 1 260px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class People {
  readonly leads = input.required<readonly string[]>();
  private readonly moves = inject(MovesService);
  protected readonly person = inject(Person);
  protected readonly title = computed(() => {
    const you = this.person.name() ? `You are ${this.person.name()}` : 'Nobody has said who you are';
    const leads = this.leads();
    return `${you}. ${leads.length > 0 ? `Moves are approved by ${leads.join(' or ')} before they are sent` : 'Moves need no approval'}`;
  });

  protected name(text: string): void {
    const names = text.split(',').map((name) => name.trim());
    this.moves.setLeads(names.filter((name) => name !== '')).subscribe();
  }
}
