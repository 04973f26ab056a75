//! Iron Stopwatch adapter for Rust (edition 2021, rustc 1.63 or later). One file, the standard library alone.
//!
//!     use iron_stopwatch::serve;
//!
//!     fn read(text: &str) -> Vec<i64> { ... }     // the problem's text, as the solution wants it
//!     fn solve(levels: &[i64]) -> i64 { ... }     // measured; &Vec<i64>, &mut Vec<i64> and Vec<i64> are taken too
//!     fn write(answer: &i64) -> String { ... }    // the answer's text
//!
//!     fn main() { serve(read, solve, write); }
//!
//! Run by hand, the program reads standard input and writes standard output. Run by the tool, it is a worker
//! that takes commands on descriptor 3 and replies on descriptor 4; the protocol is in docs/protocol.md. To
//! build by hand: rustc --crate-type rlib iron_stopwatch.rs, then rustc --extern iron_stopwatch=... solution.rs.
use std::any::Any;
use std::collections::HashMap;
use std::fs;
use std::fs::File;
use std::io::{BufRead, BufReader, Read, Write};
use std::ops::Deref;
use std::os::unix::io::FromRawFd;
use std::panic::{catch_unwind, AssertUnwindSafe};

/// How a solution takes its input.
pub struct ByReference;
pub struct ByTarget;
pub struct ByMutable;
pub struct ByValue;

/// A function that solves an `I`; `How` tells the ways of taking it apart.
pub trait Solve<I, A, How> {
    /// The greeting's word: untouched, reference or moved.
    const PASSING: &'static str;
    /// A copy for one call, where it needs one.
    fn fresh(input: &I) -> Option<I>;
    fn call(&self, input: &I, fresh: &mut Option<I>) -> A;
}

impl<F, I, A> Solve<I, A, ByReference> for F
where
    F: Fn(&I) -> A,
{
    const PASSING: &'static str = "untouched";
    fn fresh(_: &I) -> Option<I> {
        None
    }
    fn call(&self, input: &I, _: &mut Option<I>) -> A {
        self(input)
    }
}

impl<F, I, T, A> Solve<I, A, (ByTarget, *const T)> for F
where
    I: Deref<Target = T>,
    T: ?Sized,
    F: Fn(&T) -> A,
{
    const PASSING: &'static str = "untouched";
    fn fresh(_: &I) -> Option<I> {
        None
    }
    fn call(&self, input: &I, _: &mut Option<I>) -> A {
        self(input)
    }
}

impl<F, I, A> Solve<I, A, ByMutable> for F
where
    I: Clone,
    F: Fn(&mut I) -> A,
{
    const PASSING: &'static str = "reference";
    fn fresh(input: &I) -> Option<I> {
        Some(input.clone())
    }
    fn call(&self, _: &I, fresh: &mut Option<I>) -> A {
        self(fresh.as_mut().unwrap())
    }
}

impl<F, I, A> Solve<I, A, ByValue> for F
where
    I: Clone,
    F: Fn(I) -> A,
{
    const PASSING: &'static str = "moved";
    fn fresh(input: &I) -> Option<I> {
        Some(input.clone())
    }
    fn call(&self, _: &I, fresh: &mut Option<I>) -> A {
        self(fresh.take().unwrap())
    }
}

#[repr(C)]
struct Moment {
    seconds: i64,
    nanoseconds: i64,
}
const MONOTONIC: i32 = 1;
const PROCESS_TIME: i32 = 2;

extern "C" {
    fn clock_gettime(clock: i32, moment: *mut Moment) -> i32;
}

fn now_ns(clock: i32) -> i64 {
    let mut moment = Moment { seconds: 0, nanoseconds: 0 };
    unsafe { clock_gettime(clock, &mut moment) };
    moment.seconds * 1_000_000_000 + moment.nanoseconds
}

// What the tool links into counting builds, and only there.
#[cfg(iron_counting)]
mod counters {
    #[repr(C)]
    #[derive(Default)]
    pub struct Space {
        pub space_bytes: u64,
        pub heap_peak_bytes: u64,
        pub answer_bytes: u64,
        pub stack_peak_bytes: u64,
        pub allocations: u64,
        pub status: i32,
        pub deeper: u64,
    }
    type Call = extern "C" fn(*mut u8) -> i32;
    type Drop = extern "C" fn(*mut u8);
    extern "C" {
        pub fn iron_stopwatch_count_call(call: Call, context: *mut u8, steps: *mut u64, bulk: *mut u64) -> i32;
        pub fn iron_stopwatch_count_anew();
        pub fn iron_stopwatch_where() -> *const std::os::raw::c_char;
        pub fn iron_stopwatch_space_call(call: Call, drop: Drop, context: *mut u8, stack_bytes: u64, to: *mut Space);
        pub fn iron_stopwatch_heap_in_use() -> u64;
    }
}

fn said(panic: Box<dyn Any + Send>) -> String {
    let text = match (panic.downcast_ref::<&str>(), panic.downcast_ref::<String>()) {
        (Some(text), _) => text.to_string(),
        (_, Some(text)) => text.clone(),
        _ => "it panicked".to_string(),
    };
    format!("failed {}", text.replace('\n', " "))
}

struct Worker<R, S, W, I, A, How> {
    read: R,
    solve: S,
    write: W,
    kept: HashMap<u64, I>,
    mark: std::marker::PhantomData<(A, How)>,
}

/// One measured call. The function is called through a pointer that is read from memory each time: nothing of it
/// may be hoisted out of the loop.
type Caller<S, I, A> = fn(&S, &I, &mut Option<I>) -> A;

fn real_call<S, I, A, How>(solve: &S, input: &I, fresh: &mut Option<I>) -> A
where
    S: Solve<I, A, How>,
{
    solve.call(input, fresh)
}

fn empty_call(_: &(), _: &u64, _: &mut Option<u64>) -> u64 {
    0
}

#[inline(never)]
fn call_each<S, I, A>(caller: &Caller<S, I, A>, solve: &S, inputs: &[&I], copies: &mut [Option<I>], answers: &mut Vec<A>) {
    for (input, copy) in inputs.iter().zip(copies.iter_mut()) {
        let call = unsafe { std::ptr::read_volatile(caller) };
        answers.push(call(solve, input, copy));
    }
}

fn floor_ns() -> f64 {
    const CALLS: usize = 2000;
    let one = 0u64;
    let inputs: Vec<&u64> = vec![&one; CALLS];
    let mut copies: Vec<Option<u64>> = vec![None; CALLS];
    let mut answers = Vec::with_capacity(CALLS);
    let caller: Caller<(), u64, u64> = empty_call;
    let mut least = 1e9f64;
    for _ in 0..60 {
        answers.clear();
        let from = now_ns(MONOTONIC);
        call_each(&caller, &(), &inputs, &mut copies, &mut answers);
        least = least.min((now_ns(MONOTONIC) - from) as f64 / CALLS as f64);
    }
    least
}

impl<R, S, W, I, A, How, T> Worker<R, S, W, I, A, How>
where
    R: Fn(&str) -> I,
    S: Solve<I, A, How>,
    W: Fn(&A) -> T,
    T: ToString,
{
    fn input(&self, id: &str) -> Result<&I, String> {
        let number = id.parse::<u64>().map_err(|_| "refused no such input".to_string())?;
        self.kept.get(&number).ok_or_else(|| "refused no such input".to_string())
    }

    fn from_file(&self, path: &str) -> Result<I, String> {
        let bytes = fs::read(path).map_err(|error| format!("refused {}: {}", path, error))?;
        let text = String::from_utf8_lossy(&bytes);
        catch_unwind(AssertUnwindSafe(|| (self.read)(&text))).map_err(said)
    }

    fn keep(&mut self, rest: &str) -> Result<String, String> {
        let (id, path) = rest.split_once(' ').ok_or("refused read ID PATH")?;
        let number = id.parse::<u64>().map_err(|_| "refused an ID is a number".to_string())?;
        let input = self.from_file(path)?;
        self.kept.insert(number, input);
        Ok("done".to_string())
    }

    fn answer(&self, rest: &str) -> Result<String, String> {
        let (id, path) = rest.split_once(' ').ok_or("refused answer ID PATH")?;
        let input = self.input(id)?;
        let mut fresh = S::fresh(input);
        let from = now_ns(MONOTONIC);
        let answer = catch_unwind(AssertUnwindSafe(|| self.solve.call(input, &mut fresh))).map_err(said)?;
        let to = now_ns(MONOTONIC);
        let text = catch_unwind(AssertUnwindSafe(|| (self.write)(&answer).to_string())).map_err(said)?;
        fs::write(path, text).map_err(|error| format!("failed {}: {}", path, error))?;
        Ok(format!("done call_ns={}", to - from))
    }

    fn time(&self, words: &[&str]) -> Result<String, String> {
        let number = |at: usize| words.get(at).and_then(|word| word.parse::<usize>().ok()).unwrap_or(0);
        let (calls, at_once) = (number(0), number(1).max(1));
        let mut round = Vec::new();
        for id in words.iter().skip(2) {
            round.push(self.input(id)?);
        }
        if calls == 0 || round.is_empty() {
            return Err("refused time CALLS AT_ONCE ID...".to_string());
        }
        let caller: Caller<S, I, A> = real_call::<S, I, A, How>;
        let (mut wall, mut cpu, mut done) = (0i64, 0i64, 0usize);
        while done < calls {
            let count = at_once.min(calls - done);
            let inputs: Vec<&I> = (0..count).map(|i| round[(done + i) % round.len()]).collect();
            let mut copies: Vec<Option<I>> = inputs.iter().map(|input| S::fresh(input)).collect();
            let mut answers: Vec<A> = Vec::with_capacity(count);
            let batch = AssertUnwindSafe(|| {
                let (cpu_from, from) = (now_ns(PROCESS_TIME), now_ns(MONOTONIC));
                call_each(&caller, &self.solve, &inputs, &mut copies, &mut answers);
                let to = now_ns(MONOTONIC);
                (to - from, now_ns(PROCESS_TIME) - cpu_from)
            });
            let (wall_ns, cpu_ns) = catch_unwind(batch).map_err(said)?;
            wall += wall_ns;
            cpu += cpu_ns;
            done += count;
        }
        Ok(format!("done calls={} wall_ns={} cpu_ns={} reread=0", calls, wall, cpu))
    }

    #[cfg(not(iron_counting))]
    fn count(&self, _: &str, _: bool) -> Result<String, String> {
        Err("refused this build counts no steps".to_string())
    }
    #[cfg(not(iron_counting))]
    fn space(&self, _: &str) -> Result<String, String> {
        Err("refused this build reads no memory".to_string())
    }

    #[cfg(iron_counting)]
    fn count(&self, path: &str, later: bool) -> Result<String, String> {
        fs::metadata(path).map_err(|fault| format!("refused can't read {}: {}", path, fault))?;
        let mut one = UnreadCall { worker: self, path, later };
        let (mut steps, mut bulk) = (0u64, 0u64);
        let status = unsafe {
            counters::iron_stopwatch_count_call(
                read_and_call::<R, S, W, I, A, How, T>,
                &mut one as *mut UnreadCall<R, S, W, I, A, How> as *mut u8, &mut steps, &mut bulk)
        };
        if status != 0 {
            return Err("failed the counted call panicked".to_string());
        }
        let place = unsafe { std::ffi::CStr::from_ptr(counters::iron_stopwatch_where()) };
        Ok(format!("done steps={} bulk_steps={}{}", steps + bulk, bulk, place.to_string_lossy()))
    }

    #[cfg(iron_counting)]
    fn space(&self, path: &str) -> Result<String, String> {
        let before = unsafe { counters::iron_stopwatch_heap_in_use() };
        let input = self.from_file(path)?;
        let held = unsafe { counters::iron_stopwatch_heap_in_use() }.saturating_sub(before);
        let mut one = OneCall { solve: &self.solve, fresh: S::fresh(&input), input: &input, answer: None };
        let stack = std::env::var("IRON_STOPWATCH_STACK").ok().and_then(|text| text.parse().ok()).unwrap_or(0);
        let mut reading = counters::Space::default();
        unsafe {
            counters::iron_stopwatch_space_call(
                call_once::<S, I, A, How>, drop_answer::<S, I, A>, &mut one as *mut OneCall<S, I, A> as *mut u8,
                stack, &mut reading)
        };
        if reading.status != 0 {
            return Err("failed the counted call panicked".to_string());
        }
        Ok(format!(
            "done space_bytes={} heap_peak_bytes={} answer_bytes={} stack_peak_bytes={} allocations={} input_bytes={}",
            reading.space_bytes, reading.heap_peak_bytes, reading.answer_bytes, reading.stack_peak_bytes,
            reading.allocations, held))
    }

    fn reply_to(&mut self, line: &str) -> String {
        let (command, rest) = line.split_once(' ').unwrap_or((line, ""));
        let words: Vec<&str> = rest.split(' ').collect();
        let reply = match command {
            "read" => self.keep(rest),
            "answer" => self.answer(rest),
            "time" => self.time(&words),
            "count" => self.count(rest, false),
            "count_later" => self.count(rest, true),
            "space" => self.space(rest),
            "forget" => match rest.parse::<u64>().ok().and_then(|number| self.kept.remove(&number)) {
                Some(_) => Ok("done".to_string()),
                None => Err("refused no such input".to_string()),
            },
            _ => Err(format!("refused no such command: {}", command)),
        };
        reply.unwrap_or_else(|fault| fault)
    }

    fn run(&mut self, commands: File, mut replies: File) {
        let greeting = format!(
            "ready 1 floor_ns={:.3} passing={} counting={} counts_later=1\n",
            floor_ns(), S::PASSING, cfg!(iron_counting) as i32);
        if replies.write_all(greeting.as_bytes()).is_err() {
            return;
        }
        for line in BufReader::new(commands).lines() {
            let line = match line {
                Ok(line) => line,
                Err(_) => return,
            };
            if line == "quit" {
                return;
            }
            let reply = self.reply_to(&line) + "\n";
            if replies.write_all(reply.as_bytes()).is_err() {
                return;
            }
        }
    }
}

#[cfg(iron_counting)]
struct OneCall<'a, S, I, A> {
    solve: &'a S,
    input: &'a I,
    fresh: Option<I>,
    answer: Option<A>,
}

#[cfg(iron_counting)]
extern "C" fn call_once<S, I, A, How>(context: *mut u8) -> i32
where
    S: Solve<I, A, How>,
{
    let one = unsafe { &mut *(context as *mut OneCall<S, I, A>) };
    match catch_unwind(AssertUnwindSafe(|| one.solve.call(one.input, &mut one.fresh))) {
        Ok(answer) => {
            one.answer = Some(answer);
            0
        }
        Err(_) => 1,
    }
}

/// A call in a process of its own, which reads its input there: what is allocated before a call is the same each time.
#[cfg(iron_counting)]
struct UnreadCall<'a, R, S, W, I, A, How> {
    worker: &'a Worker<R, S, W, I, A, How>,
    path: &'a str,
    later: bool,
}

#[cfg(iron_counting)]
extern "C" fn read_and_call<R, S, W, I, A, How, T>(context: *mut u8) -> i32
where
    R: Fn(&str) -> I,
    S: Solve<I, A, How>,
    W: Fn(&A) -> T,
    T: ToString,
{
    let unread = unsafe { &*(context as *const UnreadCall<R, S, W, I, A, How>) };
    let called = catch_unwind(AssertUnwindSafe(|| {
        if unread.later { // nothing is left of a call before it but what the solution keeps
            let input = unread.worker.from_file(unread.path).ok()?;
            let mut fresh = S::fresh(&input);
            unread.worker.solve.call(&input, &mut fresh);
        }
        let input = unread.worker.from_file(unread.path).ok()?;
        let mut fresh = S::fresh(&input);
        unsafe { counters::iron_stopwatch_count_anew() };
        let answer = unread.worker.solve.call(&input, &mut fresh);
        std::mem::forget((input, fresh, answer)); // what frees them would be counted
        Some(())
    }));
    match called {
        Ok(Some(())) => 0,
        _ => 1,
    }
}

#[cfg(iron_counting)]
extern "C" fn drop_answer<S, I, A>(context: *mut u8) {
    let one = unsafe { &mut *(context as *mut OneCall<S, I, A>) };
    one.answer = None;
}

/// Serves the tool, or solves standard input where the program was started by hand.
pub fn serve<R, S, W, I, A, How, T>(read: R, solve: S, write: W)
where
    R: Fn(&str) -> I,
    S: Solve<I, A, How>,
    W: Fn(&A) -> T,
    T: ToString,
{
    if std::env::var("IRON_STOPWATCH_WORKER").as_deref() == Ok("1") {
        std::panic::set_hook(Box::new(|_| {})); // what it says goes into the reply
        let (commands, replies) = unsafe { (File::from_raw_fd(3), File::from_raw_fd(4)) };
        Worker { read, solve, write, kept: HashMap::new(), mark: std::marker::PhantomData::<(A, How)> }
            .run(commands, replies);
        return;
    }
    let mut text = String::new();
    if std::io::stdin().read_to_string(&mut text).is_err() {
        eprintln!("the input is no text");
        std::process::exit(1);
    }
    let input = read(&text);
    let mut fresh = S::fresh(&input);
    let answer = solve.call(&input, &mut fresh);
    print!("{}", write(&answer).to_string());
}
