<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

enum StepGroup: string
{
    case Clear = 'Clear';
    case Tone = 'Tone';
    case Frame = 'Frame';
}
