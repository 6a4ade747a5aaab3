import type { Routes } from '@angular/router';

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'clients' },
  { path: 'clients', title: 'Clients', loadComponent: () => import('./clients/clients-page').then((file) => file.ClientsPage) },
  {
    path: 'intake',
    loadComponent: () => import('./intake/intake-frame').then((file) => file.IntakeFrame),
    children: [
      { path: '', title: 'Intake', loadComponent: () => import('./intake/intake-page').then((file) => file.IntakePage) },
      { path: 'names', title: 'Names', loadComponent: () => import('./naming/naming-page').then((file) => file.NamingPage) },
      { path: 'sources', title: 'Sources', loadComponent: () => import('./sources/sources-page').then((file) => file.SourcesPage) },
      { path: 'lots', title: 'Lots', loadComponent: () => import('./lots/lots-page').then((file) => file.LotsPage) },
      { path: 'logbook', title: 'Logbook', loadComponent: () => import('./logbook/logbook-page').then((file) => file.LogbookPage) },
      { path: 'changes', redirectTo: 'logbook' },
      { path: 'groups', title: 'Groups', loadComponent: () => import('./groupings/groupings-page').then((file) => file.GroupingsPage) },
      { path: 'matching', title: 'Matching', loadComponent: () => import('./matching/matching-page').then((file) => file.MatchingPage) },
      { path: 'words', title: 'Words', loadComponent: () => import('./words/words-page').then((file) => file.WordsPage) },
    ],
  },
  {
    path: 'metrics',
    loadComponent: () => import('./metrics/metrics-frame').then((file) => file.MetricsFrame),
    children: [
      { path: '', title: 'Metrics', loadComponent: () => import('./metrics/metrics-page').then((file) => file.MetricsPage) },
      { path: 'sets', title: 'Metric sets', loadComponent: () => import('./metrics/sets-page').then((file) => file.SetsPage) },
    ],
  },
  { path: 'compare/views', title: 'Views', loadComponent: () => import('./views/views-page').then((file) => file.ViewsPage) },
  { path: 'compare', title: 'Compare', loadComponent: () => import('./compare/compare-page').then((file) => file.ComparePage) },
  {
    path: 'attribution',
    title: 'Attribution',
    loadComponent: () => import('./credit/attribution-page').then((file) => file.AttributionPage),
  },
  { path: 'targets', title: 'Targets', loadComponent: () => import('./promises/promises-page').then((file) => file.PromisesPage) },
  {
    path: 'dashboards',
    title: 'Dashboards',
    loadComponent: () => import('./dashboards/dashboard-page').then((file) => file.DashboardPage),
  },
  {
    path: 'dashboards/frozen',
    title: 'Frozen copies',
    loadComponent: () => import('./dashboards/frozen-page').then((file) => file.FrozenPage),
  },
  { path: 'audit', title: 'Audit', loadComponent: () => import('./audit/audit-page').then((file) => file.AuditPage) },
  {
    path: 'audit/all',
    title: 'Audit of all clients',
    loadComponent: () => import('./audit/all-audits-page').then((file) => file.AllAuditsPage),
  },
  {
    path: 'moves',
    loadComponent: () => import('./moves/moves-frame').then((file) => file.MovesFrame),
    children: [
      { path: '', title: 'Moves', loadComponent: () => import('./moves/moves-page').then((file) => file.MovesPage) },
      { path: 'results', title: 'Results of moves', loadComponent: () => import('./moves/results-page').then((file) => file.ResultsPage) },
      { path: 'rules', title: 'Standing rules', loadComponent: () => import('./rules/rules-page').then((file) => file.RulesPage) },
      { path: 'plan', title: 'Budget plan', loadComponent: () => import('./plan/plan-page').then((file) => file.PlanPage) },
    ],
  },
  { path: '**', title: 'Not found', loadComponent: () => import('./shell/not-found').then((file) => file.NotFound) },
];
