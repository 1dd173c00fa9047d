import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type BeforeAfter = components["schemas"]["BeforeAfter"];
export type Assumed = components["schemas"]["Assumed"];
export type Brief = components["schemas"]["Brief"];
export type ComparedSetup = components["schemas"]["ComparedSetup"];
export type Costs = components["schemas"]["Costs"];
export type SetupCosts = components["schemas"]["SetupCosts"];
export type PairCosts = components["schemas"]["PairCosts"];
export type Tip = components["schemas"]["Tip"];
export type UsualCare = components["schemas"]["UsualCare"];
export type Coverage = components["schemas"]["Coverage"];
export type Comparison = components["schemas"]["Comparison"];
export type Drafts = components["schemas"]["Drafts"];
export type Damaged = components["schemas"]["Damaged"];
export type Carried = components["schemas"]["Carried"];
export type Familiar = components["schemas"]["Familiar"];
export type FieldProblem = components["schemas"]["FieldProblem"];
export type FitPage = components["schemas"]["FitPage"];
export type Gear = components["schemas"]["Gear"];
export type Gears = components["schemas"]["Gears"];
export type Climb = components["schemas"]["Climb"];
export type Check = components["schemas"]["Check"];
export type Part = components["schemas"]["Part"];
export type PartRecord = components["schemas"]["PartRecord"];
export type Pairing = components["schemas"]["Pairing"];
export type Pairings = components["schemas"]["Pairings"];
export type PlanetarySet = components["schemas"]["PlanetarySet"];
export type BadParts = components["schemas"]["BadParts"];
export type ImportStep = components["schemas"]["ImportStep"];
export type Imported = components["schemas"]["Imported"];
export type DriveResult = components["schemas"]["DriveResult"];
export type HomeBuilt = components["schemas"]["HomeBuilt"];
export type ShaftCheck = components["schemas"]["ShaftCheck"];
export type LiveBike = components["schemas"]["LiveBike"];
export type Reading = components["schemas"]["Reading"];
export type Trial = components["schemas"]["Trial"];
export type Internals = components["schemas"]["Internals"];
export type InsideGear = components["schemas"]["InsideGear"];
export type KnownPower = components["schemas"]["KnownPower"];
export type LowestGear = components["schemas"]["LowestGear"];
export type Likeness = components["schemas"]["Likeness"];
export type MemberSpeeds = components["schemas"]["MemberSpeeds"];
export type JobPlaces = components["schemas"]["JobPlaces"];
export type JobRecord = components["schemas"]["JobRecord"];
export type JobSummary = components["schemas"]["JobSummary"];
export type MotorHelp = components["schemas"]["MotorHelp"];
export type Need = components["schemas"]["Need"];
export type ProblemDetails = components["schemas"]["ProblemDetails"];
export type RoadRecord = components["schemas"]["RoadRecord"];
export type RoadRide = components["schemas"]["RoadRide"];
export type CassetteRange = components["schemas"]["CassetteRange"];
export type TakingStep = components["schemas"]["TakingStep"];
export type TheData = components["schemas"]["TheData"];
export type Copy = components["schemas"]["Copy"];
export type DataSize = components["schemas"]["DataSize"];
export type BackupRules = components["schemas"]["BackupRules"];
export type LeftOutTrack = components["schemas"]["LeftOutTrack"];
export type FileKind = components["schemas"]["KindOfFile"]["kind"];
export type ChangePlan = components["schemas"]["ChangePlan"];
export type Decided = components["schemas"]["Decided"];
export type Decision = components["schemas"]["Decision"];
export type HowSure = components["schemas"]["HowSure"];
export type Verdict = components["schemas"]["Verdict"];
export type Weighing = components["schemas"]["Weighing"];
export type WeighedSetup = components["schemas"]["WeighedSetup"];
export type QuickAnswer = components["schemas"]["QuickAnswer"];
export type QuickQuestion = components["schemas"]["QuickQuestion"];
export type Route = components["schemas"]["Route"];
export type RoadStep = components["schemas"]["RoadStep"];
export type RouteEdit = components["schemas"]["RouteEdit"];
export type Rung = components["schemas"]["Rung"];
export type JudgedDrafts = components["schemas"]["JudgedDrafts"];
export type Search = components["schemas"]["Search"];
export type SearchAnswer = components["schemas"]["SearchAnswer"];
export type SearchAsked = components["schemas"]["SearchAsked"];
export type SearchLine = components["schemas"]["SearchLine"];
export type SearchMark = components["schemas"]["Mark"];
export type SavedNeed = components["schemas"]["SavedNeed"];
export type SavedRoad = components["schemas"]["SavedRoad"];
export type SavedSetup = components["schemas"]["SavedSetup"];
export type Setup = components["schemas"]["Setup"];
export type SetupRange = components["schemas"]["SetupRange"];
export type SetupRide = components["schemas"]["SetupRide"];
export type SetupRecord = components["schemas"]["SetupRecord"];
export type Stage = NonNullable<Setup["path"]>[number];
export type Stepped = components["schemas"]["Stepped"];
export type StartingPoints = components["schemas"]["StartingPoints"];
export type Start = components["schemas"]["Start"];
export type Standing = components["schemas"]["Standing"];
export type StageOptions = components["schemas"]["StageOptions"];
export type TwinsFound = components["schemas"]["TwinsFound"];
export type UnderstoodGears = components["schemas"]["UnderstoodGears"];
export type WheelSize = components["schemas"]["WheelSize"];
export type WheelSizes = components["schemas"]["WheelSizes"];

export type AsItWas = components["schemas"]["AsItWas"];
export type SwapAnswer = components["schemas"]["SwapAnswer"];
export type LapsFound = components["schemas"]["LapsFound"];
export type SwapPlan = components["schemas"]["SwapPlan"];
export type SwapTest = components["schemas"]["SwapTest"];
export type PlanAsked = components["schemas"]["PlanAsked"];
export type Tour = components["schemas"]["Tour"];
export type TourPlan = components["schemas"]["TourPlan"];
export type CarePage = components["schemas"]["CarePage"];
export type DueTask = components["schemas"]["DueTask"];
export type MeasuredWear = components["schemas"]["MeasuredWear"];
export type BikeHead = components["schemas"]["BikeHead"];
export type BikePage = components["schemas"]["BikePage"];
export type BikePlace = components["schemas"]["BikePlace"];
export type BikeRecord = components["schemas"]["BikeRecord"];
export type FoundGears = components["schemas"]["FoundGears"];
export type FromRides = components["schemas"]["FromRides"];
export type Happened = components["schemas"]["Happened"];
export type LoggedRide = components["schemas"]["LoggedRide"];
export type OneRide = components["schemas"]["OneRide"];
export type Patterns = components["schemas"]["Patterns"];
export type PeriodSums = components["schemas"]["PeriodSums"];
export type ReadStep = components["schemas"]["ReadStep"];
export type RideLine = components["schemas"]["RideLine"];
export type RideRecord = components["schemas"]["RideRecord"];
export type RidesAdded = components["schemas"]["RidesAdded"];
export type WithOtherTeeth = components["schemas"]["WithOtherTeeth"];
export type WorkedAgain = components["schemas"]["WorkedAgain"];

export const api = createClient<paths>({ baseUrl: window.location.origin });

/** What the server refused, and why: RFC 9457 problem details. */
export class Refused extends Error {
  constructor(readonly details: ProblemDetails) {
    super(details.detail);
  }
}

/** Whether the server refused something for a reason that it names by a code. */
export const hasCode = (error: Error, code: string): boolean =>
  error instanceof Refused && error.details.problems.some((problem) => problem.code === code);

/** The server did not answer at all. */
export class Unreachable extends Error {
  constructor() {
    super("Kettledrum does not answer. Start it again; what you typed is kept here.");
  }
}

interface Answer {
  data?: unknown;
  error?: unknown;
  response: Response;
}

/**
 * The data of an answer; throws Refused or Unreachable. The caller names the type, since the client's own
 * result types turn pairs of numbers into lists.
 */
export async function dataOf<Data>(request: Promise<Answer>): Promise<Data> {
  let answer: Answer;
  try {
    answer = await request;
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new Unreachable();
  }
  if (!answer.response.ok) throw new Refused(problemOf(answer));
  return answer.data as Data;
}

/** What a refused answer says, where it was asked for without the client. */
export async function refusalOf(response: Response): Promise<Refused> {
  const error: unknown = await response.json().catch(() => undefined);
  return new Refused(problemOf({ error, response }));
}

function problemOf({ error, response }: Answer): ProblemDetails {
  if (typeof error === "object" && error !== null && "detail" in error) return error as ProblemDetails;
  return {
    type: "about:blank",
    title: response.statusText,
    status: response.status,
    detail: `The server answered ${response.status} without saying why.`,
    problems: [],
  };
}
