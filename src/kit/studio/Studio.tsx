"use client";

/** What every view stands on: the open workspace, its snapshot, and the solver. */
import { useLiveQuery } from "dexie-react-hooks";
import {
  createContext,
  type ReactNode,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
} from "react";
import {
  databaseExists,
  deleteDatabase,
  type GamanDatabase,
  type Workspace,
} from "../../persistence/database";
import { demoFileSchema, removeDemo, writeDemo } from "../../persistence/demo";
import { DEFAULT_SETTINGS, type Settings } from "../../domain/settings/settings";
import type { Note } from "../../domain/note/note";
import type { Painting } from "../../domain/painting/painting";
import type { Palette } from "../../domain/palette/palette";
import type { Tube } from "../../domain/tube/tube";
import { changeSettings, readStudio } from "../../persistence/studio";
import { saveFailureWords } from "../../words/failures";
import { WATER } from "../../domain/tube/water";
import { useCareOfStore } from "./careOfStore";
import { StoreGate } from "./StoreGate";
import {
  chooseWorkspace,
  databaseOf,
  forgetChoices,
  forgetDatabase,
  readWorkspace,
  rememberRoom,
  subscribeWorkspace,
} from "./studioStore";

export type Studio = {
  readonly db: GamanDatabase;
  readonly workspace: Workspace;
  /** False until the database has answered once. */
  readonly isReady: boolean;
  readonly settings: Settings;
  /** All of them, oldest first. */
  readonly paintings: readonly Painting[];
  /** The one in hand. */
  readonly painting: Painting | undefined;
  readonly palette: Palette | undefined;
  /** All palettes of the painting, the board's among them. */
  readonly palettes: readonly Palette[];
  /** Tubes that are not deleted; archived ones too. */
  readonly box: readonly Tube[];
  /** Every tube there ever was, deleted ones too. */
  readonly tubes: readonly Tube[];
  /** Every tube that a record may name: deleted ones too, and water. */
  readonly tubeById: ReadonlyMap<string, Tube>;
  /** The palette's tubes in the order of the board. */
  readonly board: readonly Tube[];
  readonly notes: readonly Note[];
  /** Records that were put out of the way since they could not be read. */
  readonly quarantinedCount: number;
  readonly change: (changes: Partial<Settings>) => void;
  /** Carries a task on and says so when it could not be done. */
  readonly attempt: (task: Promise<unknown>) => void;
  /** What went wrong last, until it is put away. */
  readonly problem: string | undefined;
  readonly clearProblem: () => void;
  /** Opens the demo, writing it first unless it is there. Rejects when its files cannot be read. */
  readonly openDemo: () => Promise<void>;
  readonly closeDemo: () => void;
  readonly deleteDemo: () => Promise<void>;
  /** Both stores and all that the browser remembers of Gaman; the page then starts afresh. */
  readonly deleteEverything: () => Promise<void>;
};

const StudioContext = createContext<Studio | undefined>(undefined);

const EMPTY: readonly never[] = [];

export function StudioProvider({ children }: { children: ReactNode }) {
  // On the server nothing is open; the first client render then reads the choice.
  const workspace = useSyncExternalStore(subscribeWorkspace, readWorkspace, () => undefined);
  return workspace ? (
    <StoreGate key={workspace} db={databaseOf(workspace)}>
      <OpenStudio workspace={workspace}>{children}</OpenStudio>
    </StoreGate>
  ) : (
    <p className="p-8">Opening your paintings</p>
  );
}

function OpenStudio({ workspace, children }: { workspace: Workspace; children: ReactNode }) {
  const db = databaseOf(workspace);
  const snapshot = useLiveQuery(() => readStudio(db), [db]);
  const settings = snapshot?.settings ?? DEFAULT_SETTINGS;
  const isReady = snapshot !== undefined;

  useEffect(() => {
    if (isReady) rememberRoom(settings.room);
  }, [isReady, settings.room]);

  useCareOfStore(workspace, snapshot);

  const [problem, setProblem] = useState<string>();
  const attempt = useCallback((task: Promise<unknown>) => {
    task.then(
      () => {
        setProblem(undefined);
      },
      (error: unknown) => {
        setProblem(saveFailureWords(error));
      },
    );
  }, []);
  const clearProblem = useCallback(() => {
    setProblem(undefined);
  }, []);

  const change = useCallback(
    (changes: Partial<Settings>) => {
      attempt(changeSettings(db, changes));
    },
    [db, attempt],
  );

  const openDemo = useCallback(async () => {
    if (!(await databaseExists("demo"))) {
      const [rows, picture] = await Promise.all([
        fetchFile("/demo/slipway.json"),
        fetchFile("/demo/slipway.jpg"),
      ]);
      const file = demoFileSchema.parse(await rows.json());
      await writeDemo(databaseOf("demo"), file, await picture.blob(), settings, Date.now());
    }
    chooseWorkspace("demo");
  }, [settings]);

  const closeDemo = useCallback(() => {
    chooseWorkspace("own");
  }, []);

  const deleteDemo = useCallback(async () => {
    chooseWorkspace("own");
    forgetDatabase("demo");
    await removeDemo();
  }, []);

  const deleteEverything = useCallback(async () => {
    for (const name of ["own", "demo"] as const) {
      forgetDatabase(name);
      await deleteDatabase(name);
    }
    forgetChoices();
    window.location.assign("/");
  }, []);

  const studio = useMemo((): Studio => {
    const tubes = snapshot?.tubes ?? EMPTY;
    const tubeById = new Map([WATER, ...tubes].map((tube) => [tube.id, tube]));
    return {
      db,
      workspace,
      isReady,
      settings,
      paintings: snapshot?.paintings ?? EMPTY,
      painting: snapshot?.painting,
      palette: snapshot?.palette,
      palettes: snapshot?.palettes ?? EMPTY,
      box: tubes.filter((tube) => tube.deletedAt === undefined),
      tubes,
      tubeById,
      board: (snapshot?.palette?.tubeIds ?? EMPTY).flatMap((id) => tubeById.get(id) ?? EMPTY),
      notes: snapshot?.notes ?? EMPTY,
      quarantinedCount: snapshot?.quarantinedCount ?? 0,
      change,
      attempt,
      problem,
      clearProblem,
      openDemo,
      closeDemo,
      deleteDemo,
      deleteEverything,
    };
  }, [
    db,
    workspace,
    isReady,
    settings,
    snapshot,
    change,
    attempt,
    problem,
    clearProblem,
    openDemo,
    closeDemo,
    deleteDemo,
    deleteEverything,
  ]);

  return <StudioContext value={studio}>{children}</StudioContext>;
}

async function fetchFile(path: string): Promise<Response> {
  const response = await fetch(path);
  if (!response.ok) throw new Error(`${path} could not be read (${response.status})`);
  return response;
}

export function useStudio(): Studio {
  const studio = useContext(StudioContext);
  if (!studio) throw new Error("useStudio needs a StudioProvider around it");
  return studio;
}
