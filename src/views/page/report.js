"use strict";
// Adds to the page what a person can switch and point at; without it the page says all the same.
(() => {
  const { size, series, lines } = JSON.parse(document.getElementById("readings").textContent);
  const distinct = values => [...new Set(values)];
  const number = (value, digits = 3) => {
    if (value === 0) return "0";
    if (Math.abs(value) >= 1000) return Math.round(Number(value.toPrecision(Math.max(digits, 3)))).toLocaleString("en");
    return String(Number(value.toPrecision(digits)));
  };
  const scaled = (value, steps) => {
    let [unit, worth] = steps[0];
    for (const [name, least] of steps) if (Math.abs(value) >= least) [unit, worth] = [name, least];
    return `${number(value / worth)} ${unit}`;
  };
  const units = {
    steps: value => number(value),
    time: value => scaled(value, [["ns", 1], ["µs", 1e3], ["ms", 1e6], ["s", 1e9]]),
    space: value => scaled(value, [["B", 1], ["KiB", 1024], ["MiB", 1024 ** 2], ["GiB", 1024 ** 3]]),
  };
  const exactly = value => value.toLocaleString("en");

  // Every figure can be taken along as a file.
  for (const figure of document.querySelectorAll("figure[data-name]")) {
    const link = document.createElement("a");
    link.href = figure.querySelector("img").src, link.download = `${figure.dataset.name}.svg`, link.textContent = "save";
    figure.querySelector("figcaption").append(" ", link);
  }

  // The table of claims.
  const filter = document.getElementById("filter");
  const rows = [...document.querySelectorAll("tr[data-solution]")];
  const keys = ["solution", "shape", "metric", "verdict"];
  const applyFilter = () => {
    for (const row of rows)
      row.hidden = keys.some(key => filter.elements[key].value !== "" && row.dataset[key] !== filter.elements[key].value);
    document.getElementById("shown").value = `${rows.filter(row => !row.hidden).length} of ${rows.length} shown`;
  };
  if (rows.length > 1) {
    for (const key of keys)
      for (const value of distinct(rows.map(row => row.dataset[key]))) filter.elements[key].add(new Option(value, value));
    filter.addEventListener("change", applyFilter);
    filter.addEventListener("submit", event => event.preventDefault());
    filter.hidden = false;
    applyFilter();
  }

  // The lines of a solution: at another size, of another shape.
  for (const section of document.querySelectorAll("section[data-solution]")) {
    const own = lines.filter(one => one.solution === section.dataset.solution);
    const first = section.querySelector("details");
    if (own.length < 2 || !first) continue;
    const form = document.createElement("form"), shape = document.createElement("select"), at = document.createElement("select");
    form.className = "chooser", shape.name = "shape", at.name = "at";
    for (const [text, select] of [["lines of shape ", shape], ["at ", at]]) {
      const label = document.createElement("label");
      label.append(text, select);
      form.append(label);
    }
    for (const name of distinct(own.map(one => one.shape))) shape.add(new Option(name, name));
    const ofShape = () => own.filter(one => one.shape === shape.value);
    const offerPlaces = () => {
      const before = at.value, places = ofShape().map(one => one.at);
      at.replaceChildren(...places.map(place => new Option(place, place)));
      at.value = places.includes(before) ? before : places[places.length - 1];
    };
    const show = () => {
      const now = ofShape().find(one => one.at === at.value);
      for (const table of section.querySelectorAll("table[data-source]")) {
        const rows = now.sources[table.dataset.source];
        if (!rows || !table.caption) continue;
        table.caption.textContent = now.where;
        const body = table.tBodies[0], texts = [...body.rows].map(row => row.lastElementChild.textContent);
        body.replaceChildren(...rows.map(([number, share, runs, growth, shade, breaks, text], i) => {
          const row = document.createElement("tr");
          row.className = breaks ? "breaks" : "";
          row.style.setProperty("--share", shade);
          for (const cell of [number, share, runs, growth, text || texts[i] || ""]) row.insertCell().textContent = cell;
          return row;
        }));
      }
    };
    const shown = own.find(one => one.where === section.querySelector("table[data-source] caption")?.textContent);
    if (!shown) continue; // its sources have changed, and are shown by themselves
    shape.value = shown.shape;
    offerPlaces();
    at.value = shown.at;
    form.addEventListener("submit", event => event.preventDefault());
    shape.addEventListener("change", () => { offerPlaces(); show(); });
    at.addEventListener("change", show);
    first.before(form);
  }

  // The chart.
  if (series.length === 0) return;
  const explore = document.getElementById("explore"), choice = document.getElementById("choice").elements;
  const solutions = distinct(series.map(one => one.solution));
  // Told apart in grey and by colour-blind people, by mark and dash too; on a dark page the dark ones turn light.
  const colours = ["#14213d", "#c1440e", "#2a7f9e", "#8c2f6b", "#5b8c2a", "#d9902f", "#6b6b6b", "#63a4ad"];
  const onDark = ["#dfe5f2", "#ff9a6b", "#7cc4dd", "#e08fc0", "#a5d477", "#f0b35e", "#b0b0b0", "#9fd8df"];
  const marks = ["circle", "rect", "triangle", "rectRot", "cross", "star", "crossRot", "dash"];
  const written = { circle: "●", rect: "■", triangle: "▲", rectRot: "◆", cross: "+", star: "✳", crossRot: "×", dash: "–" };
  const dark = matchMedia("(prefers-color-scheme: dark)");
  const colourOf = name => (dark.matches ? onDark : colours)[solutions.indexOf(name) % colours.length];
  const markOf = name => marks[(solutions.indexOf(name) + Math.floor(solutions.indexOf(name) / colours.length)) % marks.length];
  const ink = () => getComputedStyle(document.documentElement).getPropertyValue("--ink").trim();
  const faint = () => getComputedStyle(document.documentElement).getPropertyValue("--line").trim();

  const offer = (select, values, texts = values) => {
    const before = select.value;
    select.replaceChildren(...values.map((value, i) => new Option(texts[i], value)));
    if (values.map(String).includes(before)) select.value = before;
  };
  offer(choice.metric, ["steps", "time", "space"].filter(metric => series.some(one => one.metric === metric)));
  for (const name of solutions) {
    const label = document.createElement("label"), box = document.createElement("input"), mark = document.createElement("span");
    box.type = "checkbox", box.checked = true, box.value = name;
    mark.className = "mark", mark.dataset.solution = name, mark.textContent = written[markOf(name)];
    label.append(box, mark, name);
    document.getElementById("solutions-on").append(label);
  }
  const boxes = [...document.querySelectorAll("#solutions-on input")];

  const ofMetric = () => series.filter(one => one.metric === choice.metric.value);
  // Of each solution the shape that takes most at its largest size.
  const worst = all => solutions.flatMap(name => {
    const own = all.filter(one => one.solution === name && one.points.length > 0);
    const last = one => one.points[one.points.length - 1];
    return own.length === 0 ? [] : [own.reduce((a, b) => (last(b)[1] > last(a)[1] ? b : a))];
  });
  const drawn = () => {
    const all = ofMetric(), shape = choice.shape.value;
    return (shape === "" ? worst(all) : all.filter(one => one.shape === shape))
      .filter(one => boxes.find(box => box.value === one.solution).checked);
  };

  const spread = {
    id: "spread",
    beforeDatasetsDraw(chart) {
      const { ctx, scales } = chart;
      ctx.save();
      chart.data.datasets.forEach((set, i) => {
        if (!set.readings || !chart.isDatasetVisible(i)) return;
        ctx.strokeStyle = set.borderColor, ctx.lineWidth = 1;
        for (const point of set.data) {
          const x = scales.x.getPixelForValue(point.x);
          if (!(point.low > 0 || scales.y.type === "linear")) continue;
          ctx.beginPath();
          ctx.moveTo(x, scales.y.getPixelForValue(point.low));
          ctx.lineTo(x, scales.y.getPixelForValue(point.high));
          ctx.stroke();
        }
      });
      ctx.restore();
    },
  };

  let chart = null;
  const redraw = () => {
    const from = Number(choice.from.value), to = Number(choice.to.value), divided = choice.divided.checked;
    const show = units[choice.metric.value];
    const datasets = [];
    let leftOut = 0;
    for (const one of drawn()) {
      if (divided && one.bound === "") { ++leftOut; continue; }
      const colour = colourOf(one.solution), readings = [], curve = [];
      one.points.forEach(([n, value, low, high, fitted], i) => {
        if (n < from || n > to) return;
        const by = divided ? one.bounds[i] : 1;
        if (!(by > 0)) return;
        const told = { value, lowest: low, highest: high, over: value / by };
        readings.push({ x: n, y: value / by, low: low / by, high: high / by, ...told });
        if (fitted > 0) curve.push({ x: n, y: fitted / by, ...told }); // pointing at the line tells the reading beside it
      });
      const name = choice.shape.value === "" ? `${one.solution} (${one.shape})` : one.solution;
      datasets.push({ label: name, readings: true, data: readings, showLine: false, pointStyle: markOf(one.solution), radius: 4,
                      hoverRadius: 7, borderColor: colour, backgroundColor: colour, bound: one.bound });
      datasets.push({ label: name, data: curve, showLine: true, pointRadius: 0, pointHitRadius: 0, borderColor: colour, borderWidth: 1.5, bound: one.bound });
    }
    const logX = choice.axes.value === "both", logY = choice.axes.value !== "none";
    const what = { steps: "steps a call", time: "time a call", space: "space a call" }[choice.metric.value];
    const axis = (type, text, shown) => ({
      type, title: { display: true, text, color: ink() }, grid: { color: faint() },
      ticks: { color: ink(), maxRotation: 0, autoSkipPadding: 12,
               // On a logarithmic axis: powers of ten, and 2 and 5 of each where they are few.
               callback: (value, index, ticks) => {
                 if (type === "linear") return shown(value);
                 const first = Number(String(value.toExponential()).split("e")[0]);
                 const decades = Math.log10(ticks[ticks.length - 1].value / ticks[0].value);
                 return first === 1 || (decades < 3 && (first === 2 || first === 5)) ? shown(value) : null;
               } },
    });
    const options = {
      responsive: true, maintainAspectRatio: false, animation: false,
      scales: { x: axis(logX ? "logarithmic" : "linear", size, number),
                y: axis(logY ? "logarithmic" : "linear", divided ? `${what} over its claimed bound` : what, show) },
      interaction: { mode: "nearest", intersect: false, axis: "xy" },
      plugins: {
        legend: { display: false },
        tooltip: {
          filter: (item, _, items) => item.dataset.readings === true || !items.some(other => other.dataset.readings === true),
          callbacks: {
            title: () => "",
            label: ({ raw, dataset }) => `${dataset.label}, ${size} = ${exactly(raw.x)}: ${show(raw.value)}` +
              (show(raw.lowest) === show(raw.highest) ? "" : ` [${show(raw.lowest)}, ${show(raw.highest)}]`) +
              (divided ? `; over ${dataset.bound}: ${show(raw.over)}` : ""),
          },
        },
      },
    };
    if (chart) chart.destroy();
    chart = new Chart(document.getElementById("chart"), { type: "scatter", data: { datasets }, options, plugins: [spread] });
    for (const mark of document.querySelectorAll(".mark")) mark.style.color = colourOf(mark.dataset.solution);
    document.getElementById("under").textContent =
      "Points are readings with their 95 % interval, lines the fitted growth. Point at one for its value." +
      (leftOut > 0 ? ` Left out, since they claim nothing: ${leftOut}.` : "");
  };

  const offerShapes = () => {
    const shapes = distinct(ofMetric().map(one => one.shape));
    offer(choice.shape, shapes.length > 1 ? ["", ...shapes] : shapes, shapes.length > 1 ? ["each one's worst", ...shapes] : shapes);
  };
  const offerSizes = () => {
    const sizes = distinct(ofMetric().flatMap(one => one.points.map(point => point[0]))).sort((a, b) => a - b);
    const whole = choice.to.value === choice.to.options[choice.to.options.length - 1]?.value;
    offer(choice.from, sizes, sizes.map(exactly));
    offer(choice.to, sizes, sizes.map(exactly));
    if (whole || choice.to.value === String(sizes[0])) choice.to.value = String(sizes[sizes.length - 1]);
  };
  document.getElementById("choice").addEventListener("change", event => {
    if (event.target === choice.metric) offerShapes(), offerSizes();
    redraw();
  });
  document.getElementById("choice").addEventListener("submit", event => event.preventDefault());
  dark.addEventListener("change", redraw);
  offerShapes();
  offerSizes();
  explore.hidden = false;
  redraw();
})();
