import { type Dimension, HOUR_OF_WEEK } from '../dimension';

/** What rows of any client can be broken down by below the campaign, beside the levels. To add one, add a line. */
export const BUILT_IN_DIMENSIONS: readonly Dimension[] = [
  { id: 'device', label: 'Device', headers: ['device', 'gerät', 'appareil', 'dispositivo'] },
  { id: 'match', label: 'Keyword match', headers: ['match', 'match type', 'keyword match'] },
  { id: 'search term', label: 'Search term', headers: ['search term', 'search query', 'terme de recherche'] },
  { id: 'placement', label: 'Placement', headers: ['placement', 'site', 'app or site'] },
  { id: 'sub-source', label: 'Sub-source', headers: ['sub-source', 'subsource', 'sub source', 'sub id'] },
  { id: 'product', label: 'Product', headers: ['product', 'item', 'produkt', 'produit', 'producto'] },
  { id: 'age', label: 'Age', headers: ['age', 'age group', 'alter', 'âge', 'edad'] },
  { id: 'sex', label: 'Sex', headers: ['sex', 'gender', 'geschlecht', 'sexe', 'sexo'] },
  { id: 'place', label: 'Place', headers: ['place', 'region', 'city', 'location', 'ort', 'lieu', 'lugar'] },
  { id: 'browser', label: 'Browser', headers: ['browser', 'navigateur', 'navegador'] },
  {
    id: 'landing page',
    label: 'Landing page',
    headers: ['landing page', 'landing page path', 'zielseite', 'page de destination', 'página de destino'],
  },
  { id: 'source', label: 'Source of a visit', headers: ['source', 'traffic source', 'visit source', 'quelle', 'origen', 'origem'] },
  { id: 'tracked link', label: 'Tracked link', headers: ['tracked link', 'tracking link'] },
  { id: 'position', label: 'Position', headers: ['position', 'ad position'] },
  {
    id: 'carrier',
    label: 'Carrier',
    headers: ['carrier', 'mobile carrier', 'mobile operator', 'isp', 'netzbetreiber', 'opérateur', 'operador'],
  },
  { id: 'platform', label: 'Platform', headers: ['platform', 'where shown', 'plattform', 'plateforme', 'plataforma'] },
  { id: 'surface', label: 'Surface', headers: ['surface', 'shown on', 'where found'] },
  { id: 'phrase', label: 'Phrase', headers: ['search phrase', 'phrase', 'query', 'search query phrase'] },
  { id: 'network', label: 'Network', headers: ['network', 'ad network', 'netzwerk', 'réseau', 'red', 'rede'] },
  {
    id: 'campaign kind',
    label: 'Campaign kind',
    headers: ['campaign kind', 'campaign type', 'kampagnentyp', 'type de campagne', 'tipo de campaña'],
  },
  { id: 'audience', label: 'Audience', headers: ['audience', 'audience segment', 'zielgruppe', 'público'] },
  { id: 'creative', label: 'Creative', headers: ['creative', 'creative name', 'motiv', 'création', 'creatividad'] },
  { id: 'asset', label: 'Asset', headers: ['asset', 'asset name', 'element'] },
  { id: HOUR_OF_WEEK, label: 'Hour of week', headers: ['hour of week', 'weekday and hour'] },
];
