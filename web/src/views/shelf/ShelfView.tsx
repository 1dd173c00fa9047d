import { useMemo, useState } from "react";
import Add from "@mui/icons-material/Add";
import FileOpenOutlined from "@mui/icons-material/FileOpenOutlined";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import type { Part } from "../../api/client";
import { useShelf, useShelfActions, useShelfSays } from "../../api/shelf";
import { addedStage } from "../../setup/stages";
import { isGeared } from "./figures";
import { useFilesHere } from "../../exchange/BringInContext";
import { SaveMenu } from "../../exchange/SaveMenu";
import { shelfSavings } from "../../exchange/savings";
import { FileInput, useFileInput } from "../../ui/FileInput";
import { useJobOfView } from "../../ui/jobOfView";
import { useNotify } from "../../ui/Notices";
import { Says } from "../../ui/Says";
import { Failure, Loading } from "../../ui/Status";
import { ViewHeading } from "../../ui/ViewHeading";
import { FindFields } from "./FindFields";
import {
  found,
  indexed,
  KINDS,
  ordered,
  shareSpanOf,
  spanOf,
  type Asked,
  type Kind,
  type Order,
} from "./finding";
import { ImportState } from "./ImportState";
import { PartEditor } from "./PartEditor";
import styles from "./Shelf.module.css";
import { ShelfTable } from "./ShelfTable";
import { useShelfImport } from "./useShelfImport";

const NOTHING = { text: "", kind: null, gears: "", range: "" };

/** Parts saved to be used again, to be searched, sorted, changed and put into setups. */
export function ShelfView() {
  const job = useJobOfView();
  const { data: parts, error, refetch } = useShelf();
  const { data: says } = useShelfSays();
  const { add } = useShelfActions();
  const file = useFileInput();
  const taking = useShelfImport();
  const notify = useNotify();
  useFilesHere("parts", taking.take);
  const [asked, setAsked] = useState<Asked>(NOTHING);
  const [order, setOrder] = useState<Order>({ by: "name", down: false });
  const [making, setMaking] = useState<Part | null>(null);
  const index = useMemo(() => ordered(indexed(parts ?? []), order), [parts, order]);
  const shown = useMemo(
    () =>
      found(index, { ...asked, gears: spanOf(asked.gears) ?? null, range: shareSpanOf(asked.range) ?? null }),
    [index, asked],
  );
  const make = async (part: Part) => {
    const made = await add.mutateAsync(part);
    notify({ text: `“${made.part.name}” is in Parts.` });
  };
  return (
    <>
      <ViewHeading
        title="Parts"
        text="Parts saved to be used again; a setup that takes one takes a copy."
        actions={
          <>
            <NewPart onKind={(kind) => setMaking(newPart(kind))} />
            <Button startIcon={<FileOpenOutlined />} onClick={file.pick}>
              From a file
            </Button>
            <SaveMenu groups={[shelfSavings()]} />
          </>
        }
      />
      <FileInput label="Parts file" input={file.input} onFiles={taking.take} />
      {taking.current && (
        <ImportState
          current={taking.current}
          onStop={taking.stop}
          onLeave={taking.leave}
          onSkip={taking.skipBad}
        />
      )}
      {making && (
        <section className={styles.making}>
          <h3>New {making.kind}</h3>
          <PartEditor
            key={making.kind + making.name}
            part={making}
            id={`new.${making.kind}.${making.name}`}
            title={`New ${making.kind}`}
            onSave={make}
            onClose={() => setMaking(null)}
          />
        </section>
      )}
      <Says text={says} room />
      <FindFields asked={asked} onAsk={setAsked} />
      {error && <Failure error={error} retry={refetch} />}
      {!parts && !error && <Loading what="your parts" />}
      {parts && (
        <>
          <p className={styles.count} role="status">
            {shown.length === parts.length
              ? `${parts.length} parts`
              : `${shown.length} of ${parts.length} parts`}
            {shown.length === 0 && parts.length > 0 && (
              <Button onClick={() => setAsked(NOTHING)}>Show all again</Button>
            )}
          </p>
          {parts.length === 0 ? (
            <p>
              Save a part from a setup, by the menu of its stage, make a new one, or take parts in from a
              file.
            </p>
          ) : (
            <ShelfTable job={job} parts={shown} order={order} onOrder={setOrder} onCopy={setMaking} />
          )}
        </>
      )}
    </>
  );
}

/** What a new part of a kind begins with. */
const newPart = (kind: Kind): Part =>
  ({
    kind,
    name: "",
    ...(isGeared(kind) && { gears: addedStage("hub").gears }),
    ...(kind === "wheel" && { wheel: {} }),
    ...((kind === "cassette" || kind === "crankset") && { teeth: [] }),
  }) as Part;

function NewPart({ onKind }: { onKind: (kind: Kind) => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button startIcon={<Add />} aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        New part
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {(Object.keys(KINDS) as Kind[])
          .filter((kind) => kind !== "motor")
          .map((kind) => (
            <MenuItem
              key={kind}
              onClick={() => {
                setAnchor(null);
                onKind(kind);
              }}
            >
              {KINDS[kind].slice(0, -1).replace(/xe$/, "x")}
            </MenuItem>
          ))}
      </Menu>
    </>
  );
}
