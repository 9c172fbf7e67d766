<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

/** What a step is for, in the order of the work. */
enum StepGroup: string
{
    case Clear = 'Clear';
    case Tone = 'Tone';
    case Texture = 'Texture';
    case Finish = 'Finish';
    case Frame = 'Frame';
}
