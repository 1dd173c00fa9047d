import Add from "@mui/icons-material/Add";
import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import type { FitPage, JobRecord } from "../../api/client";
import type { BenchSetup, Workbench } from "../../drafts/useWorkbench";
import { useFigureEditing } from "../../setup/EditedFigures";
import { FigureFields } from "../../figures/FigureFields";
import type { Figure } from "../../figures/figures";
import { listAt, withValue, type Held } from "../../drafts/held";
import { MASS_PLACES } from "../../figures/choices";
import { partOf } from "../../figures/edited";
import { capital, percent } from "../../words/format";
import tables from "../../ui/table.module.css";
import { useUnits, type Units } from "../../words/units";
import styles from "./Fit.module.css";

interface Props {
  page: FitPage;
  job: JobRecord;
  bench: Workbench;
  shown: BenchSetup;
}

const PIECE: Figure[] = [
  { at: "name", label: "Piece", kind: "text" },
  { at: "mass_kg", label: "Mass", kind: "mass" },
  { at: "at", label: "Sits in", kind: "choice", choices: MASS_PLACES },
  { at: "price", label: "Price", kind: "number" },
];

/** Where the mass sits, and what comes off the reference and goes on. */
export function MassTable({ page: { mass }, job, bench, shown }: Props) {
  const units = useUnits();
  const { more_kg: more } = mass;
  return (
    <section className={styles.section} aria-labelledby="mass">
      <h3 id="mass">Mass, and where</h3>
      <div className={styles.massColumns}>
        <div className={tables.scroll}>
          <table aria-label="Mass, and where" className={tables.table}>
            <thead>
              <tr>
                <th scope="col">In</th>
                <th scope="col">Known</th>
                {more !== null && <th scope="col">Against the reference</th>}
              </tr>
            </thead>
            <tbody>
              {mass.places.map((place) => (
                <tr key={place.at}>
                  <th scope="row">{capital(place.at)}</th>
                  <td>{place.mass_kg > 0 ? units.partMass(place.mass_kg) : "—"}</td>
                  {more !== null && <td>{signed(place.more_kg, units)}</td>}
                </tr>
              ))}
              <tr>
                <th scope="row">Together</th>
                <td className={tables.strong}>
                  {mass.known_kg > 0 ? units.partMass(mass.known_kg) : "not known"}
                </td>
                {more !== null && <td className={tables.strong}>{signed(more, units)}</td>}
              </tr>
            </tbody>
          </table>
          <p className={styles.note}>
            {mass.unsprung !== null && `${percent(mass.unsprung)} of it turns with the wheels, unsprung. `}
            {mass.missing.length > 0 && `Without ${mass.missing.join(", ")}: mass or place not known.`}
          </p>
        </div>
        {more !== null && (
          <>
            <Weighed title="Comes off" parts={mass.comes_off} units={units} />
            <Weighed title="Goes on" parts={mass.goes_on} units={units} />
          </>
        )}
      </div>
      <Pieces job={job} bench={bench} shown={shown} />
    </section>
  );
}

function signed(kg: number | null, units: Units): string {
  if (kg === null) return "—";
  if (Math.abs(kg) < 0.005) return "same";
  return `${kg > 0 ? "+" : "−"}${units.partMass(Math.abs(kg))}`;
}

function Weighed({
  title,
  parts,
  units,
}: {
  title: string;
  parts: FitPage["mass"]["goes_on"];
  units: Units;
}) {
  return (
    <div className={styles.weighed}>
      <h4>{title}</h4>
      {parts.length === 0 && <p>nothing</p>}
      <ul>
        {parts.map((part, place) => (
          <li key={place}>
            {part.name} <span>{part.mass_kg === null ? "not known" : units.partMass(part.mass_kg)}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What is on the bicycle besides the stages of its path: pieces with their mass, their place and their price. */
function Pieces({ job, bench, shown }: Omit<Props, "page">) {
  const { setup } = useFigureEditing(job, bench, shown);
  const { document, problems, onChange } = setup;
  const pieces = listAt(document, "parts");
  const other = document.parts !== undefined && document.parts !== null && !Array.isArray(document.parts);
  const put = (next: Held[]) => onChange(withValue(document, "parts", next.length ? next : undefined));
  if (other)
    return (
      <p className={styles.note}>This setup’s file keeps other parts here, which are left as they are.</p>
    );
  return (
    <div className="no-print">
      {pieces.map((_piece, place) => (
        <div key={place} className={styles.piece}>
          <FigureFields figures={PIECE} {...partOf({ document, problems, onChange }, `parts[${place}]`)} />
          <IconButton
            size="small"
            aria-label={`Take piece ${place + 1} off`}
            onClick={() => put(pieces.filter((_each, at) => at !== place))}
          >
            <Close fontSize="small" />
          </IconButton>
        </div>
      ))}
      <Button startIcon={<Add />} onClick={() => put([...pieces, { name: `piece ${pieces.length + 1}` }])}>
        Piece
      </Button>
    </div>
  );
}
