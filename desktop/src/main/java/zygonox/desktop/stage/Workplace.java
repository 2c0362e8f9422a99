package zygonox.desktop.stage;

import zygonox.desktop.picture.PictureModel;
import zygonox.desktop.tasks.BackgroundTasks;

/**
 * What every stage works with.
 *
 * @param night the night in work
 * @param picture the viewer they share
 * @param tasks work beside the window
 * @param navigator the way to the other stages
 * @param home where a person's own things are kept
 */
public record Workplace(
    OpenNight night, PictureModel picture, BackgroundTasks tasks, Navigator navigator, Home home) {}
