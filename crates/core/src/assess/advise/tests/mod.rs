use super::*;

mod cautions;
mod reasons;
