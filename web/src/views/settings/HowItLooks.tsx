import { useContext, useState } from "react";
import FormControlLabel from "@mui/material/FormControlLabel";
import Switch from "@mui/material/Switch";
import Button from "@mui/material/Button";
import { useColorScheme } from "@mui/material/styles";
import { useKeys } from "../../keys/KeysContext";
import { ChoiceField } from "../../ui/ChoiceField";
import { FieldText } from "../../ui/FieldText";
import { isCurrency } from "../../words/money";
import section from "../../ui/section.module.css";
import type { Decimals } from "../../words/numbers";
import { MEASURE_NAMES, MEASURES, UnitsContext, type Measure, type System } from "../../words/units";
import styles from "./Settings.module.css";

const THEMES = { system: "as the machine is", light: "light", dark: "dark" } as const;
const NO_CURRENCY = [{ where: "currency", what: "must be plain text without < or >, of at most 20 letters" }];
type Theme = keyof typeof THEMES;

/** Units, the measure of a gear, the theme and the keys: kept by this browser. */
export function HowItLooks() {
  const { units, choose } = useContext(UnitsContext);
  const [money, setMoney] = useState(units.currency);
  const { mode, setMode } = useColorScheme();
  const { single, setSingle, openList } = useKeys();
  return (
    <section className={section.section} aria-label="How it looks">
      <h3>How it looks</h3>
      <div className={styles.fields}>
        <ChoiceField
          label="Units"
          value={units.system}
          choices={[
            { value: "metric", label: "km, kg, metres, °C" },
            { value: "imperial", label: "miles, pounds, feet, °F" },
          ]}
          onChange={(system) => choose({ system: system as System })}
        />
        <ChoiceField
          label="Numbers"
          value={units.decimals}
          choices={[
            { value: "point", label: "with a point: 1,250.5" },
            { value: "comma", label: "with a comma: 1 250,5" },
          ]}
          onChange={(decimals) => choose({ decimals: decimals as Decimals })}
        />
        <FieldText
          label="Your money is called"
          hint="In Parts, and in jobs that you start from now on"
          place="currency"
          value={money}
          problems={isCurrency(money) ? [] : NO_CURRENCY}
          onChange={(text) => {
            setMoney(text);
            if (isCurrency(text)) choose({ currency: text.trim() });
          }}
        />
        <ChoiceField
          label="A gear is told by"
          value={units.measure}
          choices={MEASURES.map((value) => ({ value, label: MEASURE_NAMES[value] }))}
          onChange={(measure) => choose({ measure: measure as Measure })}
        />
        <ChoiceField
          label="Theme"
          value={mode ?? "system"}
          choices={Object.entries(THEMES).map(([value, label]) => ({ value, label }))}
          onChange={(theme) => setMode(theme as Theme)}
        />
      </div>
      <p className={section.note}>
        <FormControlLabel
          control={<Switch checked={single} onChange={(event) => setSingle(event.target.checked)} />}
          label="Keys without Ctrl work outside fields"
        />
        <Button size="small" onClick={openList}>
          All keys
        </Button>
      </p>
    </section>
  );
}
