pub fn once(marks: Vec<i32>) -> Vec<i32> {
    let mut marks = marks;
    let mut kept = 0;
    for i in 0..marks.len() {
        if kept == 0 || marks[i] != marks[kept - 1] {
            marks[kept] = marks[i];
            kept += 1;
        }
    }
    marks.truncate(kept);
    marks
}
