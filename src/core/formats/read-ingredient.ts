import type { MeasuredAs, ShippedId } from '#core/ingredients';

/** What is written for an ingredient, the longer phrases first where one holds another. Plain English of kitchens. */
const NAMES: readonly (readonly [RegExp, ShippedId])[] = [
  [/\b(?:self[- ]?(?:raising|rising))\b/, 'selfRaisingFlour'],
  [
    /\bgluten[- ]?free\b.*\bflour|\bflour\b.*\bgluten[- ]?free|\bgluten[- ]?free (?:flour )?(?:blend|mix)/,
    'glutenFreeBlend',
  ],
  [/\b(?:whole[- ]?(?:wheat|meal|grain)|wholemeal|graham)\b/, 'wholeWheatFlour'],
  [/\bbuckwheat\b/, 'buckwheatFlour'],
  [/\b(?:cake|pastry) flour\b/, 'cakeFlour'],
  [/\b(?:bread|strong)(?: white)? flour\b/, 'strongFlour'],
  [/\bspelt\b/, 'speltFlour'],
  [/\brye\b/, 'ryeFlour'],
  [/\bbarley\b/, 'barleyFlour'],
  [/\boat(?:meal)? flour\b/, 'oatFlour'],
  [/\b(?:oat)[- ]?(?:milk|drink)\b/, 'oatDrink'],
  [/\b(?:rolled |porridge |quick |jumbo )?oats\b|\boatmeal\b/, 'rolledOats'],
  [/\bmasa\b/, 'masaFlour'],
  [/\b(?:corn ?meal|polenta|maize meal)\b/, 'cornmeal'],
  [/\b(?:maize|corn) flour\b/, 'maizeFlour'],
  [/\bcorn ?(?:starch|flour)\b/, 'cornStarch'],
  [/\bpotato starch\b/, 'potatoStarch'],
  [/\btapioca\b/, 'tapiocaStarch'],
  [/\bbrown rice flour\b/, 'brownRiceFlour'],
  [/\brice flour\b/, 'riceFlour'],
  [/\brice (?:milk|drink)\b/, 'riceDrink'],
  [/\bsorghum\b/, 'sorghumFlour'],
  [/\bmillet\b/, 'milletFlour'],
  [/\bteff\b/, 'teffFlour'],
  [/\b(?:chick ?pea|gram|besan)\b(?: flour)?/, 'chickpeaFlour'],
  [/\blupin\b/, 'lupinFlour'],
  [/\balmond (?:flour|meal)\b|\bground almonds\b/, 'almondFlour'],
  [/\balmond (?:milk|drink)\b/, 'almondDrink'],
  [/\bcoconut flour\b/, 'coconutFlour'],
  [/\bcoconut milk\b/, 'coconutMilk'],
  [/\bcoconut oil\b/, 'coconutOil'],
  [/\bcoconut (?:drink|water)\b/, 'coconutDrink'],
  [/\bsemolina\b/, 'semolina'],
  [/\bsoy(?:a)? (?:milk|drink)\b/, 'soyDrink'],
  [/\bbutter ?milk\b/, 'buttermilk'],
  [/\b(?:yogh?urt|yoghourt)\b/, 'yogurt'],
  [/\bkefir\b/, 'kefir'],
  [/\bsour(?:ed)? cream\b|\bcr[eè]me fra[iî]che\b/, 'sourCream'],
  [/\bcream of tartar\b/, 'creamOfTartar'],
  [/\bricotta\b/, 'ricotta'],
  [/\bcottage cheese\b/, 'cottageCheese'],
  [/\b(?:skim(?:med)?|fat[- ]free|non[- ]?fat)\b.*\bmilk\b/, 'milkSkim'],
  [/\b(?:semi[- ]?skimmed|half[- ]fat|2 ?%|low[- ]?fat)\b.*\bmilk\b/, 'milkSemi'],
  [/\b(?:heavy|double|whipping|single)? ?cream\b/, 'cream'],
  [/\bmilk\b/, 'milk'],
  [/\b(?:sparkling|soda|fizzy|carbonated|mineral) water\b/, 'sparklingWater'],
  [/\bwater\b/, 'water'],
  [/\borange juice\b/, 'orangeJuice'],
  [/\b(?:beer|ale|lager)\b/, 'beer'],
  [/\begg ?whites?\b|\bwhites?(?: of)?(?: \w+)? eggs?\b|^whites?\b/, 'eggWhite'],
  [/\begg ?yolks?\b|^yolks?\b/, 'eggYolk'],
  [/\begg replacer\b/, 'eggReplacer'],
  [/\beggs?\b/, 'egg'],
  [/\b(?:ghee|clarified butter)\b/, 'clarifiedButter'],
  [/\bmargarine\b|\bvegan (?:butter|spread)\b/, 'margarine'],
  [/\bbutter\b/, 'butter'],
  [/\bolive oil\b/, 'oliveOil'],
  [/\b(?:vegetable |sunflower |rapeseed |canola |neutral |cooking )?oil\b/, 'oil'],
  [/\blard\b/, 'lard'],
  [/\b(?:brown|muscovado|demerara) sugar\b/, 'brownSugar'],
  [/\b(?:icing|powdered|confectioners'?) sugar\b/, 'icingSugar'],
  [/\b(?:granulated |caster |castor |white |superfine )?sugar\b/, 'sugar'],
  [/\bhoney\b/, 'honey'],
  [/\bmaple syrup\b/, 'mapleSyrup'],
  [/\bgolden syrup\b/, 'goldenSyrup'],
  [/\b(?:molasses|treacle)\b/, 'molasses'],
  [/\b(?:flak(?:y|ed)|kosher|coarse) (?:sea )?salt\b/, 'saltFlaky'],
  [/\bsalt\b/, 'salt'],
  [/\bbaking powder\b/, 'bakingPowder'],
  [/\b(?:baking|bread) soda\b|\bbicarb(?:onate)?(?: of soda)?\b|\bsodium bicarbonate\b/, 'bakingSoda'],
  [/\bvinegar\b/, 'vinegar'],
  [/\blemon zest\b|\bzest\b.*\blemon/, 'lemonZest'],
  [/\blemon(?: juice)?\b/, 'lemonJuice'],
  [/\bxanthan\b/, 'xanthanGum'],
  [/\bguar\b/, 'guarGum'],
  [/\bpsyllium\b/, 'psylliumHusk'],
  [/\b(?:flax|lin)(?: ?seeds?|meal)?\b/, 'groundFlax'],
  [/\bchia\b/, 'chiaSeed'],
  [/\baquafaba\b|\bchickpea water\b/, 'aquafaba'],
  [/\bbananas?\b/, 'banana'],
  [/\bapple ?sauce\b/, 'applesauce'],
  [/\bapples?\b/, 'apple'],
  [/\bfrozen\b.*\bblueberr|\bblueberr\w*\b.*\bfrozen/, 'blueberriesFrozen'],
  [/\bblueberr(?:y|ies)\b/, 'blueberries'],
  [/\b(?:raisins|sultanas|currants)\b/, 'raisins'],
  [/\bpumpkin\b/, 'pumpkin'],
  [/\bvanilla\b/, 'vanilla'],
  [/\bcinnamon\b/, 'cinnamon'],
  [/\bcocoa\b/, 'cocoa'],
  [/\bmatcha\b/, 'matcha'],
  [/\bchocolate\b/, 'chocolateChips'],
  [/\b(?:walnuts|pecans|nuts)\b/, 'walnuts'],
  [/\b(?:cheddar|gruy[eè]re|cheese)\b/, 'cheddar'],
  [/\b(?:plain|all[- ]?purpose|ap|white|wheat)? ?flour\b/, 'plainFlour'],
];

/** The ingredient that words name, or nothing. A kitchen's own names are looked for first. */
export function readIngredient(words: string, own: readonly { id: string; name: string }[] = []): string | null {
  const text = words.toLowerCase();
  const mine = own
    .filter(({ name }) => text.includes(name.toLowerCase()))
    .sort((a, b) => b.name.length - a.name.length)[0];
  return mine?.id ?? NAMES.find(([pattern]) => pattern.test(text))?.[1] ?? null;
}

/** How the measure was filled, when the words say so. */
export function readMeasuredAs(words: string): MeasuredAs | undefined {
  if (/\bsift/i.test(words)) return 'sifted';
  if (/\bpacked\b/i.test(words)) return 'packed';
  if (/\b(?:dipped|scooped)\b/i.test(words)) return 'dipped';
  if (/\bwhipped\b/i.test(words)) return 'whipped';
  return /\b(?:cold|softened|soft|cubed|diced)\b/i.test(words) ? 'solid' : undefined;
}
