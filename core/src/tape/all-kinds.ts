import { adjustment } from './kinds/adjustment';
import { apart } from './kinds/apart';
import { cause } from './kinds/cause';
import { charge } from './kinds/charge';
import { claim } from './kinds/claim';
import { claimChecked } from './kinds/claim-checked';
import { comparison } from './kinds/comparison';
import { correction } from './kinds/correction';
import { doubt } from './kinds/doubt';
import { explained } from './kinds/explained';
import { finding } from './kinds/finding';
import { fit } from './kinds/fit';
import { forcing } from './kinds/forcing';
import { functionTried } from './kinds/function';
import { handedBack } from './kinds/handed-back';
import { injection } from './kinds/injection';
import { labour } from './kinds/labour';
import { lift } from './kinds/lift';
import { unload } from './kinds/unload';
import { listed } from './kinds/listed';
import { manipulation } from './kinds/manipulation';
import { modification } from './kinds/modification';
import { note } from './kinds/note';
import { paid } from './kinds/paid';
import { picture } from './kinds/picture';
import { problem } from './kinds/problem';
import { proof } from './kinds/proof';
import { putBack } from './kinds/put-back';
import { quote } from './kinds/quote';
import { reading } from './kinds/reading';
import { recording } from './kinds/recording';
import { remark } from './kinds/remark';
import { remedy } from './kinds/remedy';
import { safety } from './kinds/safety';
import { shown } from './kinds/shown';
import { signed } from './kinds/signed';
import { signOff } from './kinds/sign-off';
import { soak } from './kinds/soak';
import { stage } from './kinds/stage';
import { strike } from './kinds/strike';
import { substitute } from './kinds/substitute';
import { sweep } from './kinds/sweep';
import { sum } from './kinds/sum';
import { talk } from './kinds/talk';
import { wait } from './kinds/wait';
import { watch } from './kinds/watch';
import { work } from './kinds/work';

/** Every kind of entry: the only list. Words, evidence, paper, CSV, the entry line and the documents follow from it. */
export const allKinds = [
  reading,
  functionTried,
  finding,
  claim,
  claimChecked,
  safety,
  signOff,
  stage,
  problem,
  manipulation,
  injection,
  forcing,
  comparison,
  explained,
  lift,
  unload,
  remedy,
  doubt,
  apart,
  putBack,
  proof,
  listed,
  substitute,
  fit,
  adjustment,
  modification,
  cause,
  work,
  sum,
  sweep,
  soak,
  watch,
  recording,
  correction,
  note,
  remark,
  labour,
  talk,
  wait,
  picture,
  shown,
  charge,
  quote,
  paid,
  signed,
  handedBack,
  strike,
] as const;
