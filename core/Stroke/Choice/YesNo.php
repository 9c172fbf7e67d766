<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** A setting that is on or off. */
enum YesNo: string
{
    case No = 'no';
    case Yes = 'yes';
}
