import type { CutSettings, Finding } from '@/core/cutting';
import type { Block } from '@/model';
import type { StageFindings } from '@/workers';
import type { LabelState } from '@/ui/kit/blockStates';
import type { Regions } from '@/ui/kit/regions/useRegions';
import type { Mending } from './useMending';
import type { StageCheck } from './useStageCheck';

/** What the check of a stage is told, with all its parts. */
export interface CheckProps {
  readonly run: number;
  readonly labels: LabelState;
  readonly block: Block;
  readonly blockIndex: number;
  readonly check: StageCheck | undefined;
  readonly found: StageFindings | undefined;
  readonly settings: CutSettings;
  readonly toolsMm: readonly number[];
  readonly onTools: (toolsMm: readonly number[] | undefined) => void;
  readonly picked: Finding | undefined;
  readonly onPick: (finding: Finding | undefined) => void;
  readonly regions: Regions;
  readonly mending: Mending;
}
