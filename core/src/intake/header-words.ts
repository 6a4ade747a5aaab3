import type { Vocabulary } from '../measure/vocabulary';
import type { Role } from './mapping';

export type Words = readonly [Role, readonly string[]];

/** When an outcome happened, as a tracker that counts it says. */
export const TRACKED_TIMES = ['conversion time', 'conversion date', 'converted at', 'event time', 'transaction time', 'transaction date'];

/** Header words beyond measures and outcomes, in several languages. Longer phrases are tried first. */
export const WORDS: readonly Words[] = [
  [{ role: 'day' }, ['day', 'date', 'datum', 'tag', 'fecha', 'jour', 'data', 'día']],
  [{ role: 'last day' }, ['to', 'end', 'ends', 'end date', 'last day', 'reporting ends', 'bis', 'bis datum', 'fin', 'hasta']],
  [{ role: 'time' }, ['time', 'date and hour', 'day and hour', 'zeitpunkt', 'date time', 'datetime', 'timestamp']],
  [{ role: 'hour' }, ['hour', 'hour of day', 'stunde', 'heure', 'hora']],
  [{ role: 'level', level: 'campaign', part: 'id' }, ['campaign id', 'kampagnen-id', 'id campagne', 'id de campaña']],
  [{ role: 'level', level: 'campaign', part: 'name' }, ['campaign', 'campaign name', 'kampagne', 'campagne', 'campaña', 'campanha']],
  [{ role: 'level', level: 'group', part: 'id' }, ['ad group id', 'group id', 'anzeigengruppen-id']],
  [
    { role: 'level', level: 'group', part: 'name' },
    ['ad group', 'ad group name', 'group', 'anzeigengruppe', "groupe d'annonces", 'grupo de anuncios'],
  ],
  [{ role: 'level', level: 'ad', part: 'id' }, ['ad id', 'anzeigen-id', 'creative id']],
  [{ role: 'level', level: 'ad', part: 'name' }, ['ad', 'ad name', 'anzeige', 'annonce', 'anuncio', 'anúncio']],
  [{ role: 'level', level: 'keyword', part: 'id' }, ['keyword id']],
  [{ role: 'level', level: 'keyword', part: 'name' }, ['keyword', 'suchbegriff', 'mot-clé', 'palabra clave']],
  [
    { role: 'picture' },
    ['picture', 'image', 'creative image', 'thumbnail', 'picture url', 'image url', 'bild', 'bild-url', 'imagen', 'imagem', 'immagine'],
  ],
  [
    { role: 'order id' },
    [
      'order',
      'order id',
      'order number',
      'lead',
      'lead id',
      'booking',
      'booking id',
      'install',
      'install id',
      'subscription',
      'subscription id',
      'sign-up',
      'sign-up id',
      'conversion id',
      'transaction',
      'transaction id',
      'event id',
      'bestellnummer',
      'n° de commande',
    ],
  ],
  [
    { role: 'sale time' },
    ['ordered at', 'order time', 'order date', 'created at', 'sent at', 'lead time', 'received at', 'bestellt am', ...TRACKED_TIMES],
  ],
  [{ role: 'click time' }, ['clicked at', 'click time', 'click date']],
  [
    { role: 'order value' },
    [
      'goods net',
      'net value',
      'order value',
      'value',
      'revenue',
      'income',
      'payout',
      'commission',
      'sale amount',
      'warenwert',
      'lead value',
    ],
  ],
  [{ role: 'lot id' }, ['lot', 'lot id', 'lot number']],
  [{ role: 'seller' }, ['seller', 'sold by', 'supplier']],
  [{ role: 'agreed', unit: 'clicks' }, ['agreed clicks', 'clicks agreed', 'clicks bought', 'ordered clicks']],
  [{ role: 'agreed', unit: 'views' }, ['agreed views', 'views agreed', 'views bought', 'ordered views']],
  [{ role: 'delivered' }, ['delivered', 'delivered clicks', 'delivered views']],
  [{ role: 'price' }, ['price', 'cost', 'billed', 'preis', 'prix', 'precio', 'preço']],
  [{ role: 'lot link' }, ['tracked link', 'tracking link', 'link']],
  [
    { role: 'person' },
    [
      'journey',
      'journey id',
      'visitor',
      'visitor id',
      'person',
      'person id',
      'user id',
      'customer id',
      'besucher',
      'visiteur',
      'visitante',
    ],
  ],
  [{ role: 'touch time' }, ['at', 'touched at', 'touch time', 'time']],
  [{ role: 'touch kind' }, ['kind', 'touch kind', 'interaction', 'event']],
  [{ role: 'touch source' }, ['source', 'channel']],
  [{ role: 'weight' }, ['weight']],
  [{ role: 'outcome time' }, ['outcome at', 'outcome time', 'converted at']],
  [{ role: 'outcome kind' }, ['outcome', 'outcome kind']],
  [
    { role: 'change time' },
    [
      'changed at',
      'changed on',
      'change date',
      'change time',
      'day',
      'date',
      'time',
      'timestamp',
      'datum',
      'zeitpunkt',
      'fecha',
      'jour',
      'data',
    ],
  ],
  [
    { role: 'changed field' },
    ['field', 'changed field', 'setting', 'changed setting', 'property', 'feld', 'einstellung', 'champ', 'campo'],
  ],
  [{ role: 'old value' }, ['old value', 'old', 'before', 'previous value', 'alter wert', 'vorher', 'ancienne valeur', 'valor anterior']],
  [{ role: 'new value' }, ['new value', 'new', 'after', 'neuer wert', 'nachher', 'nouvelle valeur', 'valor nuevo', 'novo valor']],
  [{ role: 'change note' }, ['what', 'change', 'what changed', 'note', 'description', 'details', 'comment', 'änderung', 'modification']],
  [{ role: 'changed by' }, ['by', 'changed by', 'user', 'who', 'author', 'person', 'benutzer', 'geändert von', 'utilisateur', 'usuario']],
  [{ role: 'tag', level: 'link' }, ['tag link', 'tracked link', 'tracking link', 'click url']],
  [{ role: 'tag', level: 'keyword' }, ['tag keyword', 'keyword tag', 'utm_term', 'utm term']],
  [{ role: 'tag', level: 'campaign' }, ['tag campaign', 'campaign tag', 'utm_campaign', 'utm campaign']],
  [{ role: 'tag', level: 'ad' }, ['tag ad', 'ad tag', 'utm_content', 'utm content']],
];

/** Words that mean these in a channel's list of claims. */
export const CLAIM_WORDS: readonly Words[] = [
  [{ role: 'sale time' }, ['claimed at', 'claimed on', 'claim date', 'claim time', 'claim day']],
  [{ role: 'order value' }, ['claimed value', 'claim value']],
  [{ role: 'order count' }, ['claimed', 'claims', 'claimed outcomes', 'outcomes claimed']],
  [{ role: 'tag', level: 'campaign' }, ['campaign id', 'campaign']],
];

export const dimensionWords = ({ dimensions }: Vocabulary): readonly Words[] =>
  dimensions.map(({ id, headers }) => [{ role: 'dimension', dimension: id }, headers]);

/** Words that mean these only where a person has said that rows are outcomes: a report has the same ones. */
export const outcomeWords = ({ outcomes }: Vocabulary): readonly Words[] => [
  [{ role: 'sale time' }, ['day', 'date', 'datum', 'tag', 'time', 'fecha', 'jour', 'data']],
  [{ role: 'order count' }, ['conversions', 'count', 'total conversions', ...outcomes.flatMap(({ headers }) => headers)]],
  [{ role: 'order value' }, ['conversion value', 'total value', 'sales value', 'purchase value', 'umsatz', 'chiffre d’affaires']],
  [{ role: 'tag', level: 'campaign' }, ['campaign', 'campaign id', 'campaign name', 'campaign code', 'code', 'kampagne', 'campagne']],
  [{ role: 'tag', level: 'ad' }, ['ad', 'ad id', 'ad name', 'creative']],
  [{ role: 'tag', level: 'link' }, ['link', 'landing page', 'address', 'url']],
];

/** In a log of touches members are tags, and what an outcome was worth has shorter names. */
export const TOUCH_WORDS: readonly Words[] = [
  [{ role: 'tag', level: 'campaign' }, ['campaign id', 'campaign', 'campaign name']],
  [{ role: 'tag', level: 'ad' }, ['ad id', 'ad', 'ad name', 'creative']],
  [{ role: 'tag', level: 'keyword' }, ['keyword']],
  [{ role: 'tag', level: 'link' }, ['link']],
  [{ role: 'order id' }, ['order', 'order id', 'booking', 'lead']],
];

/** Shares of the impressions there could have been. */
export const SHARE_WORDS: readonly Words[] = [
  [{ role: 'impression share', of: 'won' }, ['impression share', 'impr share', 'share of impressions', 'search impression share']],
  [
    { role: 'impression share', of: 'lost to budget' },
    ['impression share lost to budget', 'lost impression share budget', 'lost is budget'],
  ],
  [{ role: 'impression share', of: 'lost to rank' }, ['impression share lost to rank', 'lost impression share rank', 'lost is rank']],
];
