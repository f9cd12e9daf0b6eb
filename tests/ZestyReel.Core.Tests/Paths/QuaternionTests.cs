using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Tests.Paths;

/// <summary>The quaternion by which a page is told how a frame on a path is turned.</summary>
public class QuaternionTests
{
    [Property]
    public void It_says_the_rotation_that_it_is_of(int x, int y, int z)
    {
        // Whole turns and quarter turns among them, where parts of it are 0.
        foreach (var step in (double[])[90, 1, 0.37])
        {
            var turned = Transform.Of((0, 0, 0), (x % 1000 * step, y % 1000 * step, z % 1000 * step), (1, 1, 1), RotationOrder.Xyz);
            var back = Quaternion.Of(turned).AsTransform();
            (double Said, double Is)[] parts =
            [
                (back.Xx, turned.Xx), (back.Xy, turned.Xy), (back.Xz, turned.Xz), (back.Yx, turned.Yx), (back.Yy, turned.Yy), (back.Yz, turned.Yz),
                (back.Zx, turned.Zx), (back.Zy, turned.Zy), (back.Zz, turned.Zz),
            ];
            foreach (var (said, wanted) in parts) said.ShouldBe(wanted, 1e-9);
        }
    }
}
