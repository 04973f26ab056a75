//! Values of a function's arguments and of its answer as text, for the source that the Iron Stopwatch writes around a
//! function as it is. The text is described in docs/problem-file.md.
#![allow(dead_code)]

pub struct Reader<'a> {
    lines: std::str::Split<'a, char>,
}

impl<'a> Reader<'a> {
    pub fn new(text: &'a str) -> Self {
        Reader { lines: text.split('\n') }
    }
    fn line(&mut self) -> &'a str {
        self.lines.next().unwrap_or("")
    }
    pub fn take<T: Value>(&mut self) -> T {
        T::read(self)
    }
}

/// What can be read and written: a value on lines of its own, or several of them as the elements of a list.
pub trait Value: Sized {
    fn read(reader: &mut Reader) -> Self;
    fn write(&self, out: &mut String);
    fn read_all(reader: &mut Reader, count: usize) -> Vec<Self> {
        (0..count).map(|_| Self::read(reader)).collect()
    }
    fn write_all(list: &[Self], out: &mut String) {
        for element in list {
            element.write(out);
        }
    }
}

// Elements of these stand on one line.
macro_rules! words {
    ($($kind:ty),*) => {$(
        impl Value for $kind {
            fn read(reader: &mut Reader) -> Self {
                let word = reader.line().trim();
                word.parse().unwrap_or_else(|_| panic!("'{}' is no {}", word, stringify!($kind)))
            }
            fn write(&self, out: &mut String) {
                out.push_str(&self.to_string());
                out.push('\n');
            }
            fn read_all(reader: &mut Reader, _: usize) -> Vec<Self> {
                reader.line().split_ascii_whitespace()
                    .map(|word| word.parse().unwrap_or_else(|_| panic!("'{}' is no {}", word, stringify!($kind))))
                    .collect()
            }
            fn write_all(list: &[Self], out: &mut String) {
                let words: Vec<String> = list.iter().map(|one| one.to_string()).collect();
                out.push_str(&words.join(" "));
                out.push('\n');
            }
        }
    )*};
}
words!(i8, i16, i32, i64, i128, isize, u8, u16, u32, u64, u128, usize, f32, f64, bool);

impl Value for String {
    fn read(reader: &mut Reader) -> Self {
        reader.line().to_string()
    }
    fn write(&self, out: &mut String) {
        out.push_str(self);
        out.push('\n');
    }
}

impl Value for char {
    fn read(reader: &mut Reader) -> Self {
        reader.line().chars().next().expect("a char takes a text of one letter")
    }
    fn write(&self, out: &mut String) {
        out.push(*self);
        out.push('\n');
    }
}

impl<T: Value> Value for Vec<T> {
    fn read(reader: &mut Reader) -> Self {
        let count = reader.take();
        T::read_all(reader, count)
    }
    fn write(&self, out: &mut String) {
        self.len().write(out);
        T::write_all(self, out);
    }
}

impl<A: Value, B: Value> Value for (A, B) {
    fn read(reader: &mut Reader) -> Self {
        (reader.take(), reader.take())
    }
    fn write(&self, out: &mut String) {
        self.0.write(out);
        self.1.write(out);
    }
}

impl<T: Value> Value for [T; 2] {
    fn read(reader: &mut Reader) -> Self {
        [reader.take(), reader.take()]
    }
    fn write(&self, out: &mut String) {
        self[0].write(out);
        self[1].write(out);
    }
}

pub fn text<T: Value>(value: &T) -> String {
    let mut out = String::new();
    value.write(&mut out);
    out
}
