/** Whether laws are tried at length (`npm run trials`): more often, and on other inputs than the last time. */
const AT_LENGTH = process.env.TUNDISH_TRIALS === "1";
/** What of the runs of a law at length every run of the tests does: its inputs are the same each time, so that more of them find nothing new tomorrow. */
const USUAL_PART = 0.4;

/** How often a law is tried. @param atLength the number of runs of `npm run trials` */
export const tries = (atLength: number): number => (AT_LENGTH ? atLength : Math.ceil(USUAL_PART * atLength));

/** One number in the tests of every day, another where laws are tried at length. */
export const depth = (usual: number, atLength: number): number => (AT_LENGTH ? atLength : usual);

/** Where the inputs of laws begin: the same in the tests of every day, any other at length. */
export const SEED = AT_LENGTH ? Date.now() % 2 ** 31 : 20_261_126;
