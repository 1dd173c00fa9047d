import { useEffect, useRef } from "react";
import ContentCopyOutlined from "@mui/icons-material/ContentCopyOutlined";
import DeleteOutlined from "@mui/icons-material/DeleteOutlined";
import FlagOutlined from "@mui/icons-material/FlagOutlined";
import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import { useLocation, useNavigate } from "react-router";
import { api, dataOf, type FieldProblem, type JobRecord, type SetupRecord } from "../../api/client";
import { useAddSetup, useDeleteSetup, useMakeReference, useRestoreSetup } from "../../api/jobs";
import { useFlush, type Editing } from "../../drafts/DraftsProvider";
import { listAt, withValue } from "../../drafts/held";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { SaveMenu } from "../../exchange/SaveMenu";
import { copyText, download } from "../../exchange/saving";
import { drawingSavings, gearSavings } from "../../exchange/savings";
import { FigureField } from "../../figures/FigureField";
import type { Figure } from "../../figures/figures";
import { ADDED, copyOf } from "../../setup/startingPoints";
import { useNotify } from "../../ui/Notices";
import { problemsElsewhere } from "../../words/problems";
import { SaveState, SaveTrouble } from "../../drafts/SaveState";
import { useUnits } from "../../words/units";
import { shownPlaces } from "./places";
import { AddStage } from "./StagePart";
import styles from "./Setups.module.css";

interface Props {
  job: JobRecord;
  shown: BenchSetup;
  editing: Editing;
  problems: FieldProblem[];
}

const NAME: Figure = { at: "name", label: "Name of the setup", kind: "text", required: true };

/** The setup's name, whether it is saved, and what can be done with it as a whole. */
export function SetupHead({ job, shown, editing, problems }: Props) {
  const { record, isReference } = shown;
  const makeReference = useMakeReference(job);
  const elsewhere = problemsElsewhere(problems, shownPlaces(editing.document));
  const unplaced = editing.entry?.state === "refused" && problems.length === 0 ? [editing.entry.message] : [];
  const failure = makeReference.error;
  const name = useRef<HTMLDivElement>(null);
  const { state } = useLocation();
  // Of a setup that was just added one says the name first.
  useEffect(() => {
    const field = name.current?.querySelector("input");
    if (state === ADDED) {
      field?.focus();
      field?.select();
    }
  }, [state, record.id]);
  return (
    <>
      <div className={styles.head}>
        <div className={styles.nameField} ref={name}>
          <FigureField
            figure={NAME}
            hideLabel
            document={editing.document}
            problems={problems}
            onChange={editing.change}
          />
        </div>
        <SaveState entry={editing.entry} refused={problems.length > 0} />
        <div className={`${styles.actions} no-print`}>
          <AddStage
            stages={listAt(editing.document, "path")}
            onChange={(stages) => editing.change(withValue(editing.document, "path", stages))}
          />
          {isReference ? (
            <span className={styles.isReference}>
              <FlagOutlined fontSize="small" aria-hidden /> Reference
            </span>
          ) : (
            <Button
              startIcon={<FlagOutlined />}
              onClick={() => makeReference.mutate(record.id)}
              loading={makeReference.isPending}
            >
              Make reference
            </Button>
          )}
          <DuplicateButton job={job} shown={shown} />
          <SaveSetup job={job} record={record} />
          <DeleteButton job={job} shown={shown} onDeleted={editing.discard} />
        </div>
      </div>
      <SaveTrouble
        entry={editing.entry}
        elsewhere={[...elsewhere.map(({ where, what }) => (where ? `${where}: ${what}` : what)), ...unplaced]}
        onDiscard={editing.discard}
        onOverwrite={editing.overwrite}
      />
      {failure && <Alert severity="error">{failure.message}</Alert>}
    </>
  );
}

function DuplicateButton({ job, shown }: { job: JobRecord; shown: BenchSetup }) {
  const adding = useAddSetup(job.id);
  const navigate = useNavigate();
  const notify = useNotify();
  const taken = job.setups.map((record) => record.setup.name);
  return (
    <Button
      startIcon={<ContentCopyOutlined />}
      loading={adding.isPending}
      onClick={() =>
        adding.mutate(JSON.stringify(copyOf(shown.setup, taken)), {
          onSuccess: (record) => void navigate(`/jobs/${job.id}/setups/${record.id}`, { state: ADDED }),
          onError: (error) => notify({ text: `Not copied: ${error.message}`, failed: true }),
        })
      }
    >
      Copy
    </Button>
  );
}

function SaveSetup({ job, record }: { job: JobRecord; record: SetupRecord }) {
  const { system } = useUnits();
  const flush = useFlush();
  const { name } = record.setup;
  const file = async () => {
    await flush();
    const path = { job_id: job.id, setup_id: record.id };
    return dataOf<string>(
      api.GET("/api/jobs/{job_id}/setups/{setup_id}/file", { params: { path }, parseAs: "text" }),
    );
  };
  return (
    <SaveMenu
      groups={[
        [
          {
            label: "Setup file",
            run: async () => {
              download(new Blob([await file()], { type: "application/json" }), `${name}.json`);
              return undefined;
            },
          },
          {
            label: "Copy the setup as text",
            run: async () => {
              await copyText(await file());
              return "The setup is on the clipboard; paste it into any job.";
            },
          },
        ],
        gearSavings({ jobId: job.id, setupId: record.id, name, system, flush }),
        drawingSavings("path", `${name}, power path`),
      ]}
    />
  );
}

function DeleteButton({
  job,
  shown: { record },
  onDeleted,
}: {
  job: JobRecord;
  shown: BenchSetup;
  onDeleted: () => void;
}) {
  const remove = useDeleteSetup(job.id);
  const restore = useRestoreSetup(job.id);
  const notify = useNotify();
  const navigate = useNavigate();
  // By the time it is asked for, this button may be gone: the promise tells all the same.
  const bringBack = () =>
    restore.mutateAsync(record.id).then(
      (setup) => navigate(`/jobs/${job.id}/setups/${setup.id}`),
      (error: Error) =>
        notify({ text: `“${record.setup.name}” was not brought back: ${error.message}`, failed: true }),
    );
  const onClick = () =>
    remove.mutate(record.id, {
      onSuccess: () => {
        onDeleted();
        notify({
          text: `“${record.setup.name}” was deleted.`,
          action: { label: "Bring it back", run: () => void bringBack() },
        });
        void navigate(`/jobs/${job.id}/setups`);
      },
      onError: (error) =>
        notify({ text: `“${record.setup.name}” was not deleted: ${error.message}`, failed: true }),
    });
  return (
    <Button startIcon={<DeleteOutlined />} onClick={onClick} loading={remove.isPending}>
      Delete
    </Button>
  );
}
