#include "views/page.h"

#include <boost/archive/iterators/base64_from_binary.hpp>
#include <boost/archive/iterators/transform_width.hpp>
#include <fmt/format.h>
#include <kainjow/mustache.hpp>

namespace iron {

namespace {

namespace mustache = kainjow::mustache;

// Colours of the page are those of the figures: ink, rust, sea.
constexpr const char *html = R"html(<!DOCTYPE html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>{{title}}</title>
<style>
:root { color-scheme: light dark; --ink: #14213d; --paper: #ffffff; --line: #c9ccd3; --soft: #f2f3f5; --rust: #a83a0c; --sea: #1d6580; }
@media (prefers-color-scheme: dark) {
  :root { --ink: #e4e7ee; --paper: #12161f; --line: #3b4252; --soft: #1c2230; --rust: #ff9a6b; --sea: #7cc4dd; }
}
* { box-sizing: border-box; }
body { margin: 0 auto; max-width: 70rem; padding: 1rem; font: 1rem/1.5 "DejaVu Sans", sans-serif; color: var(--ink); background: var(--paper); }
h1 { font-size: 1.6rem; margin: .2em 0; } h2 { font-size: 1.2rem; margin: 2rem 0 .5rem; border-bottom: 1px solid var(--line); }
h3 { font-size: 1.05rem; margin: 1.6rem 0 .4rem; }
a { color: var(--sea); } nav a { margin-right: 1rem; } .finding, nav { margin: 1rem 0; }
.finding { border-left: .3rem solid var(--sea); padding: .2rem 0 .2rem 1rem; background: var(--soft); }
.wide { overflow-x: auto; }
table { border-collapse: collapse; width: 100%; } caption { text-align: left; padding: .3rem 0; font-size: .9rem; }
th, td { text-align: left; vertical-align: top; padding: .3rem .8rem .3rem 0; border-bottom: 1px solid var(--line); }
tbody th, td { white-space: nowrap; } td:last-child { white-space: normal; min-width: 16rem; } td.verdict { font-weight: bold; }
.exceeded, .wrong { color: var(--rust); } .undecided { font-style: italic; }
figure { margin: 1rem 0; } figure img { width: 100%; height: auto; background: #fff; border: 1px solid var(--line); }
figcaption { font-size: .9rem; }
pre { overflow-x: auto; padding: .6rem; background: var(--soft); border: 1px solid var(--line); font: .85rem/1.4 "DejaVu Sans Mono", monospace; }
dl { display: grid; grid-template-columns: minmax(8rem, max-content) 1fr; gap: .2rem 1rem; } dd { margin: 0; overflow-wrap: anywhere; }
summary { cursor: pointer; }
@media (max-width: 40rem) { body { padding: .6rem; } dl { grid-template-columns: 1fr; } dt { font-weight: bold; } }
@media print { body { max-width: none; font-size: 10pt; } nav { display: none; } figure, tr { break-inside: avoid; } }
</style>
</head>
<body>
<header>
<h1>{{title}}</h1>
<p>{{story}}</p>
<nav aria-label="On this page"><a href="#claims">Claims</a> <a href="#growth">Growth</a> <a href="#solutions">Solutions</a> <a href="#measured">How it was measured</a></nav>
</header>
<main>
<section class="finding" aria-label="The finding">
{{#finding}}<p>{{.}}</p>
{{/finding}}</section>
<h2 id="claims">Claims</h2>
<div class="wide" tabindex="0">
<table>
<caption>Every claim, and what the readings say of it.</caption>
<thead><tr><th scope="col">solution</th><th scope="col">claim</th><th scope="col">grows like</th><th scope="col">verdict</th><th scope="col">reason</th></tr></thead>
<tbody>
{{#claims}}<tr><th scope="row">{{solution}}</th><td>{{claim}}</td><td>{{grows_like}}</td><td class="verdict {{class}}">{{verdict}}</td><td>{{reason}}{{#would_decide}}<br>{{would_decide}}{{/would_decide}}</td></tr>
{{/claims}}</tbody>
</table>
</div>
<h2 id="growth">Growth</h2>
{{#figures}}<figure><img src="data:image/svg+xml;base64,{{{data}}}" alt="{{caption}}"><figcaption>{{caption}}</figcaption></figure>
{{/figures}}
<h2 id="solutions">Solutions</h2>
{{#solutions}}<section>
<h3>{{name}}</h3>
{{#note}}<p>{{note}}</p>{{/note}}
<p class="{{class}}">Answers: {{answers}}</p>
<ul>
{{#claims}}<li>{{claim}} <strong class="{{class}}">{{verdict}}</strong>: {{reason}}{{#would_decide}} {{would_decide}}{{/would_decide}}</li>
{{/claims}}</ul>
{{#evidence}}<p>{{what}}</p><pre tabindex="0">{{text}}</pre>
{{/evidence}}
{{#figures}}<figure><img src="data:image/svg+xml;base64,{{{data}}}" alt="{{caption}}"><figcaption>{{caption}}</figcaption></figure>
{{/figures}}
{{#sources}}<details><summary>{{what}}</summary><pre tabindex="0">{{text}}</pre></details>
{{/sources}}
</section>
{{/solutions}}
<h2 id="measured">How it was measured</h2>
<dl>
{{#measured}}<dt>{{what}}</dt><dd>{{text}}</dd>
{{/measured}}</dl>
{{#doubts}}<p class="wrong">{{.}}</p>
{{/doubts}}
<p>To repeat it:</p>
<pre tabindex="0">{{command}}</pre>
</main>
</body>
</html>
)html";

constexpr const char *markdown = R"md(# {{{title}}}

{{#finding}}{{{.}}}
{{/finding}}

## Claims

| solution | claim | grows like | verdict |
|---|---|---|---|
{{#claims}}| {{{solution}}} | {{{claim}}} | {{{grows_like}}} | {{{verdict}}} |
{{/claims}}

{{#claims}}- {{{solution}}}, {{{claim}}}: {{{reason}}}{{#would_decide}} {{{would_decide}}}{{/would_decide}}
{{/claims}}

## Growth

{{#figures}}![{{{caption}}}](figures/{{{name}}}.svg)

{{/figures}}## How it was measured

{{#measured}}- {{{what}}}: {{{text}}}
{{/measured}}{{#doubts}}- **{{{.}}}**
{{/doubts}}
    {{{command}}}
)md";

std::string base64(const std::string &text) {
    using namespace boost::archive::iterators;
    using Encoded = base64_from_binary<transform_width<std::string::const_iterator, 6, 8>>;
    std::string all(Encoded(text.begin()), Encoded(text.end()));
    return all.append((3 - text.size() % 3) % 3, '=');
}

// Whatever Markdown would take for a mark of its own.
std::string marked_down(const std::string &text) {
    std::string safe;
    for (const char c : text) {
        if (std::string("\\`*_{}[]<>#|!&").find(c) != std::string::npos) safe += '\\';
        safe += c == '\n' ? ' ' : c;
    }
    return safe;
}

using Written = std::string (*)(const std::string &);

std::string as_it_is(const std::string &text) { return text; } // the template escapes it

// Optional text: a section that is left out where it is empty.
mustache::data text_or_none(const std::string &text) {
    return text.empty() ? mustache::data(mustache::data::type::bool_false) : mustache::data(text);
}

mustache::data sentences(const std::vector<std::string> &all, Written written) {
    mustache::data list(mustache::data::type::list);
    for (const std::string &one : all)
        list.push_back(mustache::data(written(one)));
    return list;
}

mustache::data pairs(const std::vector<std::pair<std::string, std::string>> &all, Written written) {
    mustache::data list(mustache::data::type::list);
    for (const auto &[what, text] : all) {
        mustache::data one;
        one.set("what", written(what));
        one.set("text", written(text));
        list.push_back(one);
    }
    return list;
}

mustache::data claims_of(const std::vector<PageClaim> &claims, Written written) {
    mustache::data list(mustache::data::type::list);
    for (const PageClaim &claim : claims) {
        mustache::data one;
        one.set("solution", written(claim.solution));
        one.set("claim", written(claim.claim));
        one.set("grows_like", written(claim.grows_like));
        one.set("verdict", written(claim.verdict));
        one.set("class", claim.verdict.substr(0, claim.verdict.find(',')));
        one.set("reason", written(claim.reason));
        one.set("would_decide", text_or_none(written(claim.would_decide)));
        list.push_back(one);
    }
    return list;
}

mustache::data figures_of(const std::vector<PageFigure> &figures, Written written, bool whole) {
    mustache::data list(mustache::data::type::list);
    for (const PageFigure &figure : figures) {
        mustache::data one;
        one.set("name", figure.name);
        one.set("caption", written(figure.caption));
        if (whole) one.set("data", base64(figure.svg));
        list.push_back(one);
    }
    return list;
}

std::string rendered(const char *text, const Page &page, Written written, bool whole) {
    mustache::data all;
    all.set("title", written(page.title));
    all.set("story", written(page.story));
    all.set("finding", sentences(page.finding, written));
    all.set("claims", claims_of(page.claims, written));
    all.set("figures", figures_of(page.figures, written, whole));
    mustache::data solutions(mustache::data::type::list);
    for (const PageSolution &solution : page.solutions) {
        mustache::data one;
        one.set("name", written(solution.name));
        one.set("note", text_or_none(written(solution.note)));
        one.set("answers", written(solution.answers));
        one.set("class", solution.answers == "agree" ? "" : "wrong");
        one.set("claims", claims_of(solution.claims, written));
        one.set("evidence", pairs(solution.evidence, written));
        one.set("sources", pairs(solution.sources, written));
        one.set("figures", figures_of(solution.figures, written, whole));
        solutions.push_back(one);
    }
    all.set("solutions", solutions);
    all.set("measured", pairs(page.measured, written));
    all.set("doubts", sentences(page.doubts, written));
    all.set("command", page.command);
    mustache::mustache page_template(text);
    return page_template.render(all);
}

} // namespace

std::string page_html(const Page &page) { return rendered(html, page, as_it_is, true); }

std::string page_markdown(const Page &page) { return rendered(markdown, page, marked_down, false); }

} // namespace iron
