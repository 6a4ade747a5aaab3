import { provideHttpClient, withFetch } from '@angular/common/http';
import {
  type ApplicationConfig,
  inject,
  provideAppInitializer,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
} from '@angular/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS } from '@angular/material/form-field';
import { MAT_SELECT_CONFIG } from '@angular/material/select';
import { provideRouter, TitleStrategy } from '@angular/router';
import { provideClientDates } from './data/client-dates';
import { routes } from './app.routes';
import { Icons } from './ui/icons';
import { ClientTitle } from './shell/client-title';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    provideRouter(routes),
    provideHttpClient(withFetch()),
    provideAppInitializer(() => inject(Icons).register()),
    provideClientDates(),
    // “Nothing” is a choice like another.
    { provide: MAT_SELECT_CONFIG, useValue: { canSelectNullableOptions: true } },
    { provide: TitleStrategy, useExisting: ClientTitle },
    { provide: MAT_FORM_FIELD_DEFAULT_OPTIONS, useValue: { appearance: 'outline', subscriptSizing: 'dynamic', floatLabel: 'always' } },
  ],
};
