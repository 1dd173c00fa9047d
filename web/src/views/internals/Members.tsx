import type { InsideGear, MemberSpeeds } from "../../api/client";
import tables from "../../ui/table.module.css";
import styles from "./Internals.module.css";
import { fixed } from "../../words/numbers";

/** What turns how far for one turn of the input: the drawing as figures. */
export function Members({ gear }: { gear: InsideGear }) {
  const rows = [
    ...gear.sets.flatMap((set, index) => {
      const of = gear.sets.length > 1 ? ` of set ${index + 1}` : "";
      return (["carrier", "sun", "ring"] as const)
        .map((member) => ({ name: `${member}${of}`, turns: set[member], role: roleOf(set, member) }))
        .concat([{ name: `planets${of}, about their pins`, turns: set.planet, role: "" }]);
    }),
    ...gear.meshes.flatMap((mesh, index) => [
      { name: `driving ${mesh.driving}, train ${index + 1}`, turns: mesh.turns_in, role: "in" },
      { name: `driven ${mesh.driven}, train ${index + 1}`, turns: mesh.turns_out, role: "out" },
    ]),
  ];
  return (
    <table aria-label="Members" className={`${tables.table} ${styles.members}`}>
      <thead>
        <tr>
          <th scope="col">For one turn of the input</th>
          <th scope="col">Power</th>
          <th scope="col">Turns</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.name}>
            <th scope="row">{row.name}</th>
            <td>
              {row.role && (
                <span className={styles.role} data-role={row.role}>
                  {row.role}
                </span>
              )}
            </td>
            <td className={tables.strong}>{row.turns === 0 ? "stands still" : fixed(row.turns, 3)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function roleOf(set: MemberSpeeds, member: "carrier" | "sun" | "ring"): string {
  if (set.use === "direct") return member === set.power_in || member === set.power_out ? "through" : "";
  return member === set.power_in ? "in" : member === set.power_out ? "out" : "held";
}
