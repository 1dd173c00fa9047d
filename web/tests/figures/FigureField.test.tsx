// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, test } from "vitest";
import { useState } from "react";
import { type Held } from "../../src/drafts/held";
import { FigureField } from "../../src/figures/FigureField";
import type { Figure } from "../../src/figures/figures";
import { Units, UnitsContext, type System } from "../../src/words/units";

afterEach(cleanup);

const MASS: Figure = { at: "rider.mass_kg", label: "Body mass", kind: "mass", required: true };

interface Shown {
  document: Held;
  figure?: Figure;
  problems?: { where: string; what: string }[];
}

/** A field on a document that the test can look into, in units that it can change. */
function shown({ document: first, figure = MASS, problems = [] }: Shown) {
  const seen: { document: Held; choose: (system: System) => void } = {
    document: first,
    choose: () => undefined,
  };
  function Bench() {
    const [document, setDocument] = useState(first);
    const [system, setSystem] = useState<System>("metric");
    seen.document = document;
    seen.choose = setSystem;
    return (
      <UnitsContext value={{ units: new Units(system, "development"), choose: () => undefined }}>
        <button onClick={() => setSystem("imperial")}>mph</button>
        <FigureField figure={figure} document={document} problems={problems} onChange={setDocument} />
      </UnitsContext>
    );
  }
  render(<Bench />);
  const field = () => screen.getByRole<HTMLInputElement>("textbox");
  return {
    seen,
    field,
    type: (text: string) => fireEvent.change(field(), { target: { value: text } }),
    imperial: () => fireEvent.click(screen.getByText("mph")),
  };
}

test("what is typed stays under the hand as it was typed, and goes into the document as a figure", () => {
  const { seen, field, type } = shown({ document: { rider: { mass_kg: 78 } } });
  type("8");
  type("80,");
  expect(field().value).toBe("80,");
  type("80,5");
  expect(seen.document).toEqual({ rider: { mass_kg: 80.5 } });
  type("80,5 kg");
  expect([field().value, seen.document]).toEqual(["80,5 kg", { rider: { mass_kg: 80.5 } }]);
});

test("what is no figure stands in the document as it was typed, for the server to judge", () => {
  const { seen, field, type } = shown({ document: { rider: { mass_kg: 78 } } });
  type("heavy");
  expect([field().value, seen.document]).toEqual(["heavy", { rider: { mass_kg: "heavy" } }]);
  type("");
  expect(seen.document).toEqual({ rider: { mass_kg: "" } });
});

test("in other units a figure is written anew, and stays just what it was until it is changed", () => {
  const { seen, field, type, imperial } = shown({ document: { rider: { mass_kg: 78 } } });
  type("80 kg");
  imperial();
  expect(field().value).toBe("176.4");
  expect(seen.document).toEqual({ rider: { mass_kg: 80 } });
  type("180");
  expect((seen.document.rider as Held).mass_kg).toBeCloseTo(81.6466, 4);
});

test("a field of what need not be said takes it out of the document when it is emptied", () => {
  const figure: Figure = { at: "load.bike_kg", label: "Bicycle", kind: "mass" };
  const { seen, type } = shown({ document: { name: "a", load: { bike_kg: 15 } }, figure });
  type("");
  expect(seen.document).toEqual({ name: "a" });
});

test("what is wrong is said at the field, in a sentence", () => {
  const where = "rider.mass_kg";
  const { field } = shown({
    document: { rider: { mass_kg: 5 } },
    problems: [
      { where: "rider.power_w", what: "is missing" },
      { where, what: "must be from 15 to 300 kg" },
    ],
  });
  expect(field().getAttribute("aria-invalid")).toBe("true");
  expect(screen.getByText("Must be from 15 to 300 kg.")).toBeTruthy();
  expect(screen.queryByText("Is missing.")).toBeNull();
});
