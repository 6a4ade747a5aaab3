/** What people usually want whose searches have these words, whatever is sold. */
const WORDS: Readonly<Record<string, string>> = {
  'a job':
    'job jobs career careers salary vacancy vacancies hiring internship apprenticeship stellenangebote gehalt ausbildung praktikum emploi emplois salaire empleo empleos trabajo sueldo emprego vaga vagas',
  'something for nothing': 'free freebie freebies kostenlos gratis umsonst gratuit gratuite grátis',
  'to know': 'meaning definition wiki bedeutung définition significado definición definição',
  'to make it themselves': 'diy homemade selbstgemacht bricolage casero caseiro',
};
const PAIRS: Readonly<Record<string, string>> = {
  'what is': 'to know',
  'what are': 'to know',
  'how to': 'to know',
  'was ist': 'to know',
  'qu est': 'to know',
  'qué es': 'to know',
  'que es': 'to know',
  'o que': 'to know',
  'selber machen': 'to make it themselves',
};

/** Words of searches, alone and in pairs, that usually mean something else than to buy, with what they mean. */
export const USUAL_INTENTS: ReadonlyMap<string, string> = new Map([
  ...Object.entries(WORDS).flatMap(([intent, words]) => words.split(' ').map((word) => [word, intent] as const)),
  ...Object.entries(PAIRS),
]);
