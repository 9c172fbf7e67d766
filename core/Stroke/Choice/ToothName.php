<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** The bumps of the ground that a brush meets. */
enum ToothName: string
{
    case None = 'none';
    case LaidPaper = 'laid paper';
    case ColdPressedPaper = 'cold-pressed paper';
    case Weave = 'weave';
    case Slate = 'slate';
    case Wood = 'wood';
    case Speckle = 'speckle';
    /** The tooth of the paper that it is painted on. */
    case OfTheSheet = 'of the sheet';
    /** The tooth that comes with the brush as a picture. */
    case Own = 'own';
}
