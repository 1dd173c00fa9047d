import Add from "@mui/icons-material/Add";
import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { FieldProblem } from "../../api/client";
import { OWN, type NeedDraft, type SurfaceDraft } from "../../drafts/needDraft";
import type { boundFields } from "../../ui/boundFields";
import { ChoiceField } from "../../ui/ChoiceField";
import { FieldText } from "../../ui/FieldText";
import { problemsAt, sentence } from "../../words/problems";
import { useUnits } from "../../words/units";
import styles from "./Job.module.css";

interface Props {
  draft: NeedDraft;
  problems: FieldProblem[];
  change: (patch: Partial<NeedDraft>) => void;
  field: ReturnType<typeof boundFields<NeedDraft>>;
}

const SURFACES = [
  "smooth asphalt",
  "asphalt",
  "rough asphalt",
  "gravel",
  "loose gravel",
  "earth",
  "sand",
  "snow",
].map((value) => ({ value, label: value }));

const POSTURES = [
  { value: "", label: "not known" },
  { value: "upright", label: "upright" },
  { value: "relaxed", label: "relaxed" },
  { value: "leaning forward", label: "leaning forward" },
  { value: "low", label: "low" },
  { value: OWN, label: "a drag area of my own" },
];

/** The road: its steepest pitch, its surfaces, and the air over it. */
export function RoadFields({ draft, problems, change, field }: Props) {
  const { system } = useUnits();
  const [length, speed] = system === "metric" ? ["m", "km/h"] : ["ft", "mph"];
  return (
    <>
      <h3>The road</h3>
      <div className={styles.fields}>
        <FieldText label="Steepest pitch" unit="%" numeric {...field("steepest", "road.steepest")} />
        <FieldText label="Its length" unit={length} numeric {...field("steepestLength", "road.steepest_m")} />
        <FieldText
          label="Wind, against you"
          unit={speed}
          numeric
          hint="Below nought from behind"
          {...field("wind", "road.wind_kmh")}
        />
        <FieldText label="Altitude" unit={length} numeric {...field("altitude", "road.altitude_m")} />
        <FieldText label="Temperature" unit="°C" numeric {...field("temperature", "road.temperature_c")} />
        <ChoiceField
          label="Posture"
          value={draft.posture}
          choices={POSTURES}
          onChange={(posture) => change({ posture })}
        />
        {draft.posture === OWN && (
          <FieldText label="Drag area CdA" unit="m²" numeric {...field("cda", "road.cda_m2")} />
        )}
      </div>
      <div className={styles.rolling}>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={draft.rolling}
          aria-label="Rolling resistance"
          onChange={(_event, rolling: NeedDraft["rolling"] | null) => rolling && change({ rolling })}
        >
          <ToggleButton value="surfaces">By its surfaces</ToggleButton>
          <ToggleButton value="coefficient">By a coefficient</ToggleButton>
        </ToggleButtonGroup>
        {draft.rolling === "coefficient" ? (
          <div className={styles.narrow}>
            <FieldText
              label="Rolling resistance, Crr"
              numeric
              hint="0.006 on asphalt, 0.011 on gravel"
              {...field("crr", "road.crr")}
            />
          </div>
        ) : (
          <Surfaces
            surfaces={draft.surfaces}
            problems={problems}
            onChange={(surfaces) => change({ surfaces })}
          />
        )}
      </div>
    </>
  );
}

interface SurfacesProps {
  surfaces: SurfaceDraft[];
  problems: FieldProblem[];
  onChange: (surfaces: SurfaceDraft[]) => void;
}

/** Which surfaces the road has, and how much of its length each. */
function Surfaces({ surfaces, problems, onChange }: SurfacesProps) {
  const put = (index: number, patch: Partial<SurfaceDraft>) =>
    onChange(surfaces.map((each, at) => (at === index ? { ...each, ...patch } : each)));
  const whole = problems.find(({ where }) => where === "road.surfaces");
  return (
    <div className={styles.surfaces}>
      {surfaces.length === 0 && <p>Not known: asphalt is taken.</p>}
      {surfaces.map(({ surface, share }, index) => (
        <div key={index} className={styles.surface}>
          <ChoiceField
            label={`Surface ${index + 1}`}
            value={surface}
            choices={SURFACES}
            onChange={(next) => put(index, { surface: next })}
          />
          <FieldText
            label="Share of the way"
            unit="%"
            numeric
            place={`road.surfaces[${index}].share`}
            problems={problemsAt(problems, `road.surfaces[${index}].share`)}
            value={share}
            onChange={(next) => put(index, { share: next })}
          />
          <IconButton
            size="small"
            aria-label={`Take surface ${index + 1} out`}
            onClick={() => onChange(surfaces.filter((_each, at) => at !== index))}
          >
            <Close fontSize="small" />
          </IconButton>
        </div>
      ))}
      <Button
        startIcon={<Add />}
        onClick={() => onChange([...surfaces, { surface: "asphalt", share: rest(surfaces) }])}
      >
        Surface
      </Button>
      {whole && (
        // Below the button, which it would else push away from those who are about to press it.
        <p className={styles.problem} role="alert">
          {sentence({ ...whole, what: inPercent(whole.what) }, "road.surfaces")}
        </p>
      )}
    </div>
  );
}

/** The server's words of shares, with their figures in percent. */
const inPercent = (what: string): string =>
  what
    .replace("add up to 1;", "add up to 100 %;")
    .replace(/([\d.]+)$/, (share) => `${Number((Number(share) * 100).toFixed(1))} %`);

/** What is left of the whole way. */
function rest(surfaces: SurfaceDraft[]): string {
  const left = 100 - surfaces.reduce((sum, each) => sum + (Number(each.share.replace(",", ".")) || 0), 0);
  return left > 0 ? String(Number(left.toFixed(1))) : "";
}
