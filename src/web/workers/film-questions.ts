/** What is asked of films by their law: it comes with the first thin batter, most mornings have none. */
export { coverOn, filmAdvice, filmFacts, filmMade } from '#core/what-if';
