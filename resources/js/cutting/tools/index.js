import { AreaTool } from './area';
import { CornersTool } from './corners';
import { CropTool } from './crop';
import { HandTool } from './hand';
import { PointTool } from './point';
import { ThingTool } from './thing';

/**
 * The tool of each step that is worked on in the picture, by the step.
 *
 * @param {import('../view').CutView} view
 * @returns {Record<string, import('./tool').Tool>}
 */
export const toolsOn = (view) => ({
    'clear-colour': new PointTool(view, 'places', false),
    'one-thing': new PointTool(view, 'place', true),
    crop: new CropTool(view),
    straighten: new CornersTool(view),
    'keep-area': new AreaTool(view),
    'take-thing': new ThingTool(view),
    'hand-mask': new HandTool(view),
});
