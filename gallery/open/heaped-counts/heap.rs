use std::collections::BinaryHeap;
use std::cmp::Reverse;

pub fn ordered(dates: Vec<i32>) -> Vec<i32> {
    let mut heap = BinaryHeap::new();
    for d in dates {
        heap.push(Reverse(d));
    }
    let mut out = Vec::new();
    while let Some(Reverse(d)) = heap.pop() {
        out.push(d);
    }
    out
}
