/** What rows can be broken down by below the campaign, beside the levels. To add one, add a line. */
export const DIMENSIONS = [
  { name: 'device', label: 'Device', headers: ['device', 'gerät', 'appareil', 'dispositivo'] },
  { name: 'match', label: 'Keyword match', headers: ['match', 'match type', 'keyword match'] },
  { name: 'search term', label: 'Search term', headers: ['search term', 'search query', 'terme de recherche'] },
  { name: 'placement', label: 'Placement', headers: ['placement', 'site', 'app or site'] },
  { name: 'sub-source', label: 'Sub-source', headers: ['sub-source', 'subsource', 'sub source', 'sub id'] },
  { name: 'product', label: 'Product', headers: ['product', 'item', 'produkt', 'produit', 'producto'] },
  { name: 'age', label: 'Age', headers: ['age', 'age group', 'alter', 'âge', 'edad'] },
  { name: 'sex', label: 'Sex', headers: ['sex', 'gender', 'geschlecht', 'sexe', 'sexo'] },
  { name: 'place', label: 'Place', headers: ['place', 'region', 'city', 'location', 'ort', 'lieu', 'lugar'] },
  { name: 'browser', label: 'Browser', headers: ['browser', 'navigateur', 'navegador'] },
  {
    name: 'landing page',
    label: 'Landing page',
    headers: ['landing page', 'landing page path', 'zielseite', 'page de destination', 'página de destino'],
  },
  { name: 'source', label: 'Source of a visit', headers: ['source', 'traffic source', 'visit source', 'quelle', 'origen', 'origem'] },
  { name: 'tracked link', label: 'Tracked link', headers: ['tracked link', 'tracking link'] },
  { name: 'position', label: 'Position', headers: ['position', 'ad position'] },
] as const;
export type DimensionName = (typeof DIMENSIONS)[number]['name'];
export const DIMENSION_NAMES = DIMENSIONS.map(({ name }) => name) as readonly DimensionName[];
