import { familyEdit } from "../../core/document/edits/family";
import { FAMILIES, FAMILY_IDS } from "../../core/techniques/families/registry";
import { kindName, OPERATION_KINDS } from "../../core/techniques/operations/registry";
import type { Command } from "../keys/commands";
import type { OpenBatch } from "../parts/useBatch";
import { addOperation } from "./addOperation";
import type { OpenDrawer } from "./panel";

/** What can be asked for by name on the sheet: its drawers, every design to lay out, every kind of step to add. */
export function sheetCommands(
  batch: OpenBatch,
  batterId: string,
  open: (drawer: OpenDrawer) => void,
  select: (id: string | null) => void,
): Command[] {
  const does = (id: string, words: string, run: () => void): Command => ({ id, words, group: "Do", run });
  return [
    does("formula", "open the whole formula", () => open({ kind: "formula", batterId })),
    does("mould", "open mould, bars and tools", () => open({ kind: "mould" })),
    does("colours", "will the colours be told apart?", () => open({ kind: "colours" })),
    ...batch.plan.portions.map((p) =>
      does(`cup.${p.id}`, `open the cup ${p.name}`, () => open({ kind: "portion", portionId: p.id })),
    ),
    ...FAMILY_IDS.map((id) =>
      does(`family.${id}`, `lay out as ${FAMILIES[id].label}`, () => {
        batch.edit(familyEdit(batch.plan, id, {}));
      }),
    ),
    ...OPERATION_KINDS.map((kind) =>
      does(`add.${kind}`, `add ${kindName(kind)}`, () => select(addOperation(batch, kind))),
    ),
  ];
}
