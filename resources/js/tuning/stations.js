/** Draws what stands between the stations of a stroke: data of the engine, nothing computed. */
const INK = '#1c211e';
const LIT = '#d9a720';
/** px of a station left free around its stroke. */
const EDGE = 7;

/**
 * Where the strokes that stand for the swatch lie, and how they fit a station.
 *
 * @param {object[]} stages  of the leading strokes
 */
export function frameOf(stages) {
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    const add = (x, y, r) => {
        left = Math.min(left, x - r);
        top = Math.min(top, y - r);
        right = Math.max(right, x + r);
        bottom = Math.max(bottom, y + r);
    };
    for (const { path, dabs } of stages) {
        path.forEach(([x, y]) => add(x, y, 2));
        dabs.forEach(([x, y, size]) => add(x, y, Math.min(size, 240) / 2));
    }

    return left > right ? [0, 0, 100, 40] : [left, top, right - left, bottom - top];
}

function surface(canvas, [x, y, width, height]) {
    const ratio = window.devicePixelRatio || 1;
    const { clientWidth, clientHeight } = canvas;
    canvas.width = clientWidth * ratio;
    canvas.height = clientHeight * ratio;
    const context = canvas.getContext('2d');
    const scale = Math.min((clientWidth - 2 * EDGE) / width, (clientHeight - 2 * EDGE) / height, 1);
    context.setTransform(ratio * scale, 0, 0, ratio * scale, (ratio * (clientWidth - width * scale)) / 2 - ratio * scale * x, (ratio * (clientHeight - height * scale)) / 2 - ratio * scale * y);

    return [context, scale];
}

export function drawHand(canvas, stages, frame, lit) {
    const [c, scale] = surface(canvas, frame);
    c.strokeStyle = INK;
    c.lineCap = 'round';
    for (const { path } of stages) {
        for (let i = 1; i < path.length; i++) {
            c.lineWidth = (0.6 + 5 * path[i][2]) / scale;
            c.beginPath();
            c.moveTo(path[i - 1][0], path[i - 1][1]);
            c.lineTo(path[i][0], path[i][1]);
            c.stroke();
        }
        if (path.length === 1) {
            dot(c, path[0][0], path[0][1], (0.6 + 4 * path[0][2]) / scale, INK);
        }
    }
    if (lit) {
        // The place on the path that is nearest to the dab: scatter has thrown it from there.
        const near = stages.flatMap(({ path }) => path).reduce((best, p) => (Math.hypot(p[0] - lit[0], p[1] - lit[1]) < Math.hypot(best[0] - lit[0], best[1] - lit[1]) ? p : best));
        dot(c, near[0], near[1], 4 / scale, LIT);
    }
}

export function drawStep(canvas, stages, frame, lit) {
    const [c, scale] = surface(canvas, frame);
    c.strokeStyle = '#98a198';
    c.lineWidth = 0.6 / scale;
    for (const { path, places } of stages) {
        c.beginPath();
        path.forEach(([x, y], i) => (i ? c.lineTo(x, y) : c.moveTo(x, y)));
        c.stroke();
        const radius = (places.length > 120 ? 1.1 : 1.9) / scale;
        for (const [x, y] of places) {
            dot(c, x, y, radius, INK);
        }
    }
    if (lit) {
        dot(c, lit[0], lit[1], 4 / scale, LIT);
    }
}

export function drawForm(canvas, stages, frame, lit, tip) {
    const [c, scale] = surface(canvas, frame);
    c.strokeStyle = INK;
    for (const { dabs } of stages) {
        c.lineWidth = (dabs.length > 80 ? 0.35 : 0.7) / scale;
        for (const dab of dabs) {
            outline(c, dab, tip);
            c.stroke();
        }
    }
    light(c, lit, tip, scale);
}

export function drawInk(canvas, stages, frame, lit, tip) {
    const [c, scale] = surface(canvas, frame);
    for (const { dabs } of stages) {
        for (const dab of dabs) {
            c.globalAlpha = Math.max(0.03, dab[6] * dab[7]) * 0.85;
            c.fillStyle = dab[5];
            outline(c, dab, tip, false);
            c.fill();
        }
    }
    c.globalAlpha = 1;
    light(c, lit, tip, scale);
}

/** The very pixels of the swatch, made small. */
export function drawGround(canvas, swatch, frame, lit, tip) {
    const [c, scale] = surface(canvas, frame);
    c.imageSmoothingQuality = 'high';
    c.beginPath();
    c.rect(...frame);
    c.clip();
    c.drawImage(swatch, 0, 0);
    light(c, lit, tip, scale);
}

/** The dab that is pointed at, on the swatch itself. */
export function drawLit(canvas, lit, tip, scale) {
    const c = canvas.getContext('2d');
    c.setTransform(1, 0, 0, 1, 0, 0);
    c.clearRect(0, 0, canvas.width, canvas.height);
    light(c, lit, tip, scale);
}

function light(c, lit, tip, scale) {
    if (!lit) {
        return;
    }
    outline(c, lit, tip);
    c.lineWidth = 4.5 / scale;
    c.strokeStyle = '#ffffffcc';
    c.stroke();
    c.lineWidth = 2.2 / scale;
    c.strokeStyle = LIT;
    c.stroke();
}

function dot(c, x, y, radius, colour) {
    c.fillStyle = colour;
    c.beginPath();
    c.arc(x, y, radius, 0, 7);
    c.fill();
}

/** An oval of the tip's proportions, with a short line that shows which way it is turned; or the corners of a piece of a band. */
function outline(c, [x, y, size, angle, roundness, , , , , , , corners], tip, withLine = true) {
    if (corners) {
        c.beginPath();
        c.moveTo(corners[0], corners[1]);
        for (let i = 2; i < 8; i += 2) {
            c.lineTo(corners[i], corners[i + 1]);
        }
        c.closePath();

        return;
    }
    const turn = (angle * Math.PI) / 180;
    const longest = Math.max(tip.width, tip.height);
    const a = (size / 2) * (tip.width / longest);
    const b = (size / 2) * (tip.height / longest) * roundness;
    c.beginPath();
    c.ellipse(x, y, Math.max(0.3, a), Math.max(0.3, b), turn, 0, 2 * Math.PI);
    if (withLine) {
        c.moveTo(x, y);
        c.lineTo(x + a * Math.cos(turn), y + a * Math.sin(turn));
    }
}
