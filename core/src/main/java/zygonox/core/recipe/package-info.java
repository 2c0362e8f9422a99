/**
 * How a result is made: the recipe, what it warns of, and its run. Read {@link
 * zygonox.core.recipe.Blender} first, then {@link zygonox.core.recipe.BlendResult}.
 */
package zygonox.core.recipe;
