// What a press opens over the step at hand: no page begins with it, so it is fetched once the page is there.
export { QuestionPad, RoomyPad } from "./PourPads";
export { RescueView } from "./RescueView";
export { WordsPad } from "./WordsPad";
