import { useMemo, useState } from "react";
import FileDownloadOutlined from "@mui/icons-material/FileDownloadOutlined";
import FileOpenOutlined from "@mui/icons-material/FileOpenOutlined";
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useShelf, useShelfActions } from "../../api/shelf";
import { FileInput, useFileInput } from "../../shell/FileInput";
import { useJobOfView } from "../../shell/JobFrame";
import { useNotify } from "../../shell/Notices";
import { Failure, Loading } from "../../shell/Status";
import { ViewHeading } from "../../shell/ViewHeading";
import { found, KINDS, ordered, type Kind, type Order } from "./finding";
import styles from "./Shelf.module.css";
import { ShelfTable } from "./ShelfTable";

/** Parts saved to be used again, to be searched, sorted and put into setups. */
export function ShelfView() {
  const job = useJobOfView();
  const { data: parts, error, refetch } = useShelf();
  const { bringIn } = useShelfActions();
  const notify = useNotify();
  const file = useFileInput();
  const [text, setText] = useState("");
  const [kind, setKind] = useState<Kind | null>(null);
  const [order, setOrder] = useState<Order>({ by: "name", down: false });
  const shown = useMemo(() => ordered(found(parts ?? [], text, kind), order), [parts, text, kind, order]);
  // One after the other; the first that is refused is said, and those behind it are left.
  const take = async (files: File[]) => {
    let added = 0;
    try {
      for (const file of files) added += (await bringIn.mutateAsync(file)).length;
    } catch {
      // It is said above the parts.
    }
    if (added > 0) notify({ text: `${added} parts were added.` });
  };
  return (
    <>
      <ViewHeading
        title="Shelf"
        text="Parts saved to be used again; a setup that takes one takes a copy."
        actions={
          <>
            <Button startIcon={<FileOpenOutlined />} loading={bringIn.isPending} onClick={file.pick}>
              From a file
            </Button>
            <Button startIcon={<FileDownloadOutlined />} href="/api/shelf/file" download>
              Save as a file
            </Button>
          </>
        }
      />
      <FileInput label="Shelf file" input={file.input} onFiles={(files) => void take(files)} />
      {bringIn.error && (
        <Alert severity="error" onClose={() => bringIn.reset()}>
          This file was not added: {bringIn.error.message}
        </Alert>
      )}
      <div className={`${styles.finding} no-print`} role="search">
        <TextField
          className={styles.search}
          label="Find"
          value={text}
          placeholder="hub oil"
          onChange={(event) => setText(event.target.value)}
        />
        <ToggleButtonGroup
          exclusive
          size="small"
          value={kind}
          aria-label="Kind"
          className={styles.kinds}
          onChange={(_event, next: Kind | null) => setKind(next)}
        >
          {(Object.keys(KINDS) as Kind[]).map((each) => (
            <ToggleButton key={each} value={each}>
              {KINDS[each]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </div>
      {error && <Failure error={error} retry={refetch} />}
      {!parts && !error && <Loading what="the shelf" />}
      {parts && (
        <>
          <p className={styles.count} role="status">
            {shown.length === parts.length
              ? `${parts.length} parts`
              : `${shown.length} of ${parts.length} parts`}
          </p>
          {parts.length === 0 ? (
            <p>
              The shelf is empty. Save a part from a setup, by the menu of its stage, or take parts in from a
              file.
            </p>
          ) : (
            <ShelfTable job={job} parts={shown} order={order} onOrder={setOrder} />
          )}
        </>
      )}
    </>
  );
}
