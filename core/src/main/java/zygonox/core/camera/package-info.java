/**
 * The camera and the timer as a port to things outside. Read {@link zygonox.core.camera.CameraPort}
 * first, then {@link zygonox.core.camera.TimerRun}.
 */
package zygonox.core.camera;
