import { Option, type Command } from 'commander';
import type { AmberAsked, CueAsked, EmergeAsked, GapAsked, StoppingAsked } from './figures';
import type { Outcome } from './io';

/** What every figure can be told: a constant of its own, and whom it is written for. */
const withConstants = (command: Command): Command =>
  command
    .option('--set <id=value>', 'changes a constant, as the output names it; may be repeated', settings, {})
    .option('--text', 'write for people', false);

/** `id=value`, added to those given before. */
function settings(text: string, before: Readonly<Record<string, string>>): Readonly<Record<string, string>> {
  const cut = text.indexOf('=');
  return cut < 0 ? { ...before, [text]: '' } : { ...before, [text.slice(0, cut)]: text.slice(cut + 1) };
}

const speedOption = '--speed <speed>';
const SPEED = 'speed with its unit, such as 30mph, 50km/h or 13.4m/s';
const roadOption = () =>
  new Option('--road <state>', 'state of the road').choices(['dry', 'wet', 'ice']).default('dry');
const GRADE = 'slope as rise over run; uphill above 0, such as 0.05';

/** The commands about stopping, gaps and the other figures to explain at the roadside. */
export function figureCommands(program: Command, report: (outcome: Outcome) => void): void {
  const figures = program
    .command('figures')
    .description('stopping, amber lights, gaps and directions in metres and seconds, with their sources');
  const load = async () => import('./figures');

  withConstants(figures.command('stopping'))
    .description('how far a car goes until it stands')
    .requiredOption(speedOption, SPEED)
    .addOption(roadOption())
    .option('--grade <slope>', GRADE, '0')
    .option('--reaction <seconds>', 'time to react')
    .action(async (how: StoppingAsked) => report((await load()).stoppingFigure(how)));

  withConstants(figures.command('amber'))
    .description('from where one can stop at an amber light, and from where one is across before red')
    .requiredOption(speedOption, SPEED)
    .option('--amber <seconds>', 'how long the light is amber')
    .option('--length <metres>', 'length of the car')
    .option('--crossing <metres>', 'from the line to the far side of the junction')
    .option('--grade <slope>', GRADE, '0')
    .action(async (how: AmberAsked) => report((await load()).amberFigure(how)));

  withConstants(figures.command('gap'))
    .description('the gap to the vehicle ahead, and how far one drives between glances into the mirror')
    .requiredOption(speedOption, SPEED)
    .addOption(roadOption())
    .action(async (how: GapAsked) => report((await load()).gapFigure(how)));

  withConstants(figures.command('cue'))
    .description('how early a direction is given')
    .requiredOption(speedOption, SPEED)
    .addOption(
      new Option('--units <units>', 'units that are spoken')
        .choices(['imperial', 'metric'])
        .default('imperial'),
    )
    .action(async (how: CueAsked) => report((await load()).cueFigure(how)));

  withConstants(figures.command('emerge'))
    .description('the gap that emerging into traffic from standing needs, for turns to both sides')
    .requiredOption('--flow <speed>', `of the traffic: ${SPEED}`)
    .option('--acceleration <m/s²>', 'acceleration of the joining car')
    .addOption(
      new Option('--side <side>', 'driving side: left or right').choices(['left', 'right']).default('left'),
    )
    .action(async (how: EmergeAsked) => report((await load()).emergeFigure(how)));
}
