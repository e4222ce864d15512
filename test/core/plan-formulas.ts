// The check formulas of the planning reference: a leavened one and a thin one.
export const P = {
  hands: { greaseS: 6, pourS: 5, flipS: 3.5, liftS: 2.5 },
  first: { bestS: 95, earlyS: 12, lateS: 12 },
  second: { bestS: 45, earlyS: 0, lateS: 20 },
};
export const C = {
  hands: { greaseS: 4, pourS: 10, flipS: 4, liftS: 3 },
  first: { bestS: 50, earlyS: 10, lateS: 10 },
  second: { bestS: 25, earlyS: 0, lateS: 12 },
};
