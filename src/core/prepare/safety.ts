/** The cautions of the work that must be ticked before lye meets oil. They remind; data sheets and local rules decide. */
export const SAFETY_ITEMS = [
  {
    id: "safety:gear",
    words: "Goggles, gloves, long sleeves and trousers, closed shoes, hair tied",
    detail: "The gear stays on until the washing-up is done.",
  },
  {
    id: "safety:people",
    words: "Children and pets out of the room",
    detail: "They stay out until everything caustic is away.",
  },
  { id: "safety:air", words: "Fresh air, and room to stand back from the fumes", detail: "" },
  {
    id: "safety:surface",
    words: "Surface covered, way to the tap clear",
    detail: "Alcohol spray away from oven, heat pad and motors: it is flammable.",
  },
  {
    id: "safety:vessels",
    words: "Heat-proof lye vessel; no aluminium anywhere that lye or batter touches",
    detail: "Lye into water, never water into lye.",
  },
  {
    id: "safety:first-aid",
    words: "First aid known: skin, rinse with plenty of water; eyes, rinse 15-20 minutes and seek medical help",
    detail: "Swallowed: poison centre or doctor, no vomiting. Raw batter burns too.",
  },
  {
    id: "safety:sheets",
    words: "Safety data sheets and scent certificates read",
    detail: "They and local rules decide, not this list. Selling soap is regulated differently in each place.",
  },
] as const;
