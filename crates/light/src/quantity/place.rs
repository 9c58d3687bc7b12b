//! Where things stand on the set, how they are turned, and what holds them down.

use super::quantity;

quantity! {
    /// A coordinate of the set, in metres: `x` to the right as the camera's usual place sees it, `y` away from it
    /// towards the background, `z` up from the ground.
    Coordinate, metres, COORDINATE
}
quantity! {
    /// An angle in degrees: a bearing clockwise from `y` as seen from above, or a tilt above the horizontal.
    Degrees, degrees, DEGREES
}
quantity! {
    /// A mass in kilograms.
    Kilograms, kilograms, KILOGRAMS
}
quantity! {
    /// A wind speed in metres a second.
    WindSpeed, metres_per_second, WIND_SPEED
}
quantity! {
    /// How many people.
    Headcount, people, PEOPLE
}
