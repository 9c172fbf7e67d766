/** Draws what stands between the stations of a stroke: data of the engine, nothing computed. */
const INK = '#1c211e';

function surface(canvas) {
    const ratio = window.devicePixelRatio || 1;
    const { clientWidth: width, clientHeight: height } = canvas;
    canvas.width = width * ratio;
    canvas.height = height * ratio;
    const context = canvas.getContext('2d');
    // The engine draws stations on 220 × 92 px.
    const scale = Math.min(canvas.width / 220, canvas.height / 92);
    context.setTransform(scale, 0, 0, scale, (canvas.width - 220 * scale) / 2, (canvas.height - 92 * scale) / 2);

    return context;
}

export function drawHand(canvas, { path }) {
    const c = surface(canvas);
    c.strokeStyle = INK;
    c.lineCap = 'round';
    for (let i = 1; i < path.length; i++) {
        c.lineWidth = 0.6 + 5 * path[i][2];
        c.beginPath();
        c.moveTo(path[i - 1][0], path[i - 1][1]);
        c.lineTo(path[i][0], path[i][1]);
        c.stroke();
    }
}

export function drawStep(canvas, { path, places }) {
    const c = surface(canvas);
    c.strokeStyle = '#98a198';
    c.lineWidth = 0.5;
    c.beginPath();
    path.forEach(([x, y], i) => (i ? c.lineTo(x, y) : c.moveTo(x, y)));
    c.stroke();
    c.fillStyle = INK;
    const radius = places.length > 120 ? 1.1 : 1.9;
    for (const [x, y] of places) {
        c.beginPath();
        c.arc(x, y, radius, 0, 7);
        c.fill();
    }
}

export function drawForm(canvas, { dabs }, tip) {
    const c = surface(canvas);
    c.strokeStyle = INK;
    c.lineWidth = dabs.length > 80 ? 0.35 : 0.7;
    for (const dab of dabs) {
        outline(c, dab, tip);
        c.stroke();
    }
}

export function drawInk(canvas, { dabs }, tip) {
    const c = surface(canvas);
    for (const dab of dabs) {
        c.globalAlpha = Math.max(0.03, dab[6]) * 0.85;
        c.fillStyle = dab[5];
        outline(c, dab, tip, false);
        c.fill();
    }
    c.globalAlpha = 1;
}

export function drawGround(canvas, image) {
    const source = new OffscreenCanvas(image.width, image.height);
    source.getContext('2d').putImageData(image, 0, 0);
    surface(canvas).drawImage(source, 0, 0);
}

/** An oval of the tip's proportions; a short line shows which way it is turned. */
function outline(c, [x, y, size, angle, roundness], tip, withLine = true) {
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
